/** What a schema of one property cannot say: that the properties of a thing make sense together. */
import type { FigureSpec, ValueAxis } from '../figure/spec.ts';
import { firstWrong } from '../issue.ts';
import { inconsistencyOf, MOST_ITEMS, Report, ReportItem } from '../report/report.ts';

function wrongAxis(side: 'left' | 'right', { from, to, scale }: ValueAxis): string | null {
  const low = from === 'zero' ? 0 : from;
  if (typeof low === 'number' && typeof to === 'number' && low >= to)
    return `The ${side} axis cannot run from ${low} to ${to}; give an end above where it begins.`;
  if (scale === 'log' && [low, to].some((end) => typeof end === 'number' && end <= 0))
    return 'A logarithmic axis has no zero and nothing below it; give it ends above zero.';
  return null;
}

const wrongFigure = ({ leftAxis, rightAxis }: FigureSpec): string | null =>
  wrongAxis('left', leftAxis) ?? wrongAxis('right', rightAxis);

const wrongItem = (item: ReportItem): string | null => (item.type === 'figure' ? wrongFigure(item) : null);

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
    const wrong = parsed.success ? wrongItem(item) : firstWrong(parsed.error).message;
    if (wrong !== null) return wrong;
  }
  return inconsistencyOf(after)?.message ?? null;
}
