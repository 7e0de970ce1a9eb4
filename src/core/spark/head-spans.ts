/** Texts over headers, as cells of a table that span columns. */
import type { Slot } from './geometry.ts';
import type { SparkTableSpec } from './spec.ts';

type HeadText = SparkTableSpec['heads'][number];

/** Neighbouring columns under one text, or one column under none. */
export interface HeadSpan {
  head: HeadText | null;
  /** the first of them, and how many */
  at: number;
  span: number;
}

/** What stands over each of some columns in order, those of one text as one; none where a table has no such texts. */
export function headSpans({ heads, columns }: SparkTableSpec, slots: readonly Slot[]): HeadSpan[] {
  if (heads.length === 0) return [];
  const order = columns.map(({ id }) => id);
  const headOf = (slot: Slot | undefined): HeadText | null =>
    heads.find(({ from, to }) => {
      if (!slot || slot.kind === 'source') return false;
      const place = order.indexOf(slot.column.spec.id);
      const [a = 0, b = 0] = [order.indexOf(from), order.indexOf(to)].sort((x, y) => x - y);
      return place >= a && place <= b;
    }) ?? null;
  const found: HeadSpan[] = [];
  for (let at = 0; at < slots.length; ) {
    const head = headOf(slots[at]);
    let span = 1;
    while (head && at + span < slots.length && headOf(slots[at + span]) === head) span++;
    found.push({ head, at, span });
    at += span;
  }
  return found;
}
