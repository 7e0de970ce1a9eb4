/** Which axis a line that is added to a figure belongs on, by its unit. */
import { columnOf, type Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import type { FigureSpec, Side } from './spec.ts';

export interface AxisFor {
  axis: Side;
  /** where it would be better on the right one: why, as a sentence */
  offer: string | null;
}

const unitOf = (table: Table, key: string): string | null => {
  const column = columnOf(table, key);
  return column?.kind === 'number' ? column.unit : null;
};

/**
 * A column goes to the axis whose lines have its unit. One of another unit goes
 * to the left axis, and the right one is offered where it is free.
 */
export function axisFor({ lines }: Pick<FigureSpec, 'lines'>, table: Table, key: string): AxisFor {
  const unit = unitOf(table, key);
  const unitsOn = (side: Side) =>
    lines.filter(({ shown, axis }) => shown && axis === side).map(({ column }) => unitOf(table, column));
  const [left, right] = [unitsOn('left'), unitsOn('right')];
  if (left.length === 0 || left.includes(unit)) return { axis: 'left', offer: null };
  if (right.includes(unit)) return { axis: 'right', offer: null };
  if (right.length > 0) return { axis: 'left', offer: null };
  const name = readTitle(columnOf(table, key)?.title ?? key).name;
  const sayUnit = (own: string | null) => (own === null ? 'without a unit' : `in ${own}`);
  return { axis: 'left', offer: `“${name}” is ${sayUnit(unit)}, and the left axis ${sayUnit(left[0] ?? null)}.` };
}
