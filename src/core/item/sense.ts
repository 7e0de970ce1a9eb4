/** What a schema of one property cannot say: that the properties of a thing make sense together. */
import { firstWrong } from '../issue.ts';
import { inconsistencyOf, MOST_ITEMS, Report, ReportItem } from '../report/report.ts';
import { kindOf } from './kinds.ts';

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
  return inconsistencyOf(after)?.message ?? null;
}
