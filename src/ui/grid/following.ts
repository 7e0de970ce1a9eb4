/** A cursor that stays with its row and its column while others put rows in, take them out or move columns. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Rows } from '../../core/table/row-names.ts';
import type { Selection, Spot } from './selection.ts';

/** What the rows and columns of a grid are called; null for rows that have no names. */
export interface Layout {
  rows: Pick<Rows, 'count' | 'nameAt' | 'indexOf'> | null;
  columns: readonly { key: string }[];
}

/** Where a row is by now: null where it is gone. The row that takes new ones stays behind the last. */
export function followRow(row: number, from: Layout['rows'], to: Layout['rows']): number | null {
  if (from === to || !from || !to) return row;
  return row < from.count ? to.indexOf(from.nameAt(row)) : to.count;
}

/** Where a column is by now: null where it is gone. */
export function followColumn(col: number, from: Layout['columns'], to: Layout['columns']): number | null {
  const key = from === to ? undefined : from[col]?.key;
  if (key === undefined) return col;
  const found = to.findIndex((column) => column.key === key);
  return found < 0 ? null : found;
}

/** A spot in another state of its grid; where its row or column is gone, what stands in its place. */
const follow = ({ row, col }: Spot, from: Layout, to: Layout): Spot => ({
  row: followRow(row, from.rows, to.rows) ?? row,
  col: followColumn(col, from.columns, to.columns) ?? col,
});

interface Kept {
  selection: Selection;
  /** the grid as it was when that was selected; null where its places count, whatever stands there */
  layout: Layout | null;
}

/**
 * A selection that follows its cells, and what sets it. One that is said by its
 * place stands there in the grid as it is once all that is being done is done,
 * also where that puts rows in.
 */
export function useFollowing(
  first: Selection,
  layout: Layout,
): { selection: Selection; select(selection: Selection, byPlace?: boolean): void } {
  const [kept, setKept] = useState<Kept>({ selection: first, layout });
  /** the grid in which a selection by place was first seen; noted without drawing the grid once more */
  const found = useRef<{ of: Kept; layout: Layout } | null>(null);
  const { rows, columns } = layout;
  const selection = useMemo(() => {
    const before = kept.selection;
    const then = kept.layout ?? (found.current?.of === kept ? found.current.layout : null);
    if (!then || (then.rows === rows && then.columns === columns)) return before;
    const now = { rows, columns };
    return { from: follow(before.from, then, now), at: follow(before.at, then, now) };
  }, [kept, rows, columns]);
  useEffect(() => {
    if (!kept.layout && found.current?.of !== kept) found.current = { of: kept, layout: { rows, columns } };
  }, [kept, rows, columns]);
  return {
    selection,
    select: (next, byPlace = false) => setKept({ selection: next, layout: byPlace ? null : layout }),
  };
}
