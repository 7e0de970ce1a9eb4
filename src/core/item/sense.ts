/** What a schema of one property cannot say: that the properties of a thing make sense together. */
import { firstWrong } from '../issue.ts';
import { isReceived, MOST_ITEMS, Report, ReportItem, sourcesOf, tableIn } from '../report/report.ts';
import { kindOf } from './kinds.ts';
import { tablesNamed } from './users.ts';

/**
 * One sentence for what is wrong with a report after a change, or null. Only
 * what the change touched is looked at: what was odd before stays possible to
 * open and to mend.
 */
export function wrongIn(before: Report, after: Report): string | null {
  const { items: _, ...own } = Report.shape;
  for (const [key, schema] of Object.entries(own)) {
    const value = after[key as keyof Report];
    const parsed = value === before[key as keyof Report] ? null : schema.safeParse(value);
    if (parsed && !parsed.success) return firstWrong(parsed.error).message;
  }
  if (before.items === after.items) return null;
  if (after.items.length > MOST_ITEMS) return `A report holds at most ${MOST_ITEMS} things.`;
  if (new Set(after.items.map(({ id }) => id)).size < after.items.length) return 'Two things have the same id.';
  const known = new Set(before.items);
  for (const item of after.items) {
    if (known.has(item)) continue;
    const parsed = ReportItem.safeParse(item);
    const wrong: string | null = parsed.success ? kindOf(item).nonsense(item) : firstWrong(parsed.error).message;
    if (wrong !== null) return wrong;
  }
  return null;
}

/**
 * One sentence where a command makes a thing name a table that is not there, or
 * a table that is made from itself; null where it does not. What named one that
 * is gone before may go on to: that is a state, which it says by itself.
 */
export function namesNothing(before: Report, after: Report): string | null {
  if (before.items === after.items) return null;
  const known = new Set(before.items);
  const named = new Set(before.items.flatMap(tablesNamed));
  for (const item of after.items) {
    if (known.has(item)) continue;
    const absent = tablesNamed(item).find((id) => !tableIn(after, id) && !named.has(id));
    if (absent !== undefined) return `There is no table “${absent}” for “${item.name}”.`;
    const root = item.type === 'shaped' && sourcesOf(after, item).at(-1);
    if (root === undefined || (root && !isReceived(root) && tableIn(after, root.of)))
      return `“${item.name}” must be made from another table of this report.`;
  }
  return null;
}
