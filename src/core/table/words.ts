/** "3 and 4", "3, 4 and 5", "3, 4, 5 and 12 more" */
export function listed(items: readonly (string | number)[], most = 6): string {
  if (items.length > most) return `${items.slice(0, most).join(', ')} and ${items.length - most} more`;
  if (items.length < 2) return items.join('');
  return `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;
}
