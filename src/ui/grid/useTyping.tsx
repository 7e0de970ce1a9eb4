import { type ReactNode, type RefObject, useRef, useState } from 'react';
import type { Column } from '../../core/table/column.ts';
import { CellField } from './CellField.tsx';
import { followColumn, followRow, type Layout } from './following.ts';
import type { GridEditing } from './Grid.tsx';
import { at, type Bounds, type Selection, type Spot, within } from './selection.ts';

interface TypingProps {
  box: RefObject<HTMLDivElement | null>;
  columns: readonly Column[];
  names: Layout['rows'];
  here: Selection;
  bounds: Bounds;
  editing: GridEditing | undefined;
  onSelect(selection: Selection, byPlace?: boolean): void;
}

interface TypingNow {
  /** the cell that is typed in, or null */
  typing: Spot | null;
  /** begins to type in the cell of the cursor, over what stands there where a text is given */
  begin(text?: string): void;
  /** the field in a row, or null */
  fieldAt(row: number): ReactNode;
}

/** Where something is typed by now, in the row and the column in which that was begun; null where one of them is gone. */
function nowAt<Of extends Spot & { layout: Layout }>(begun: Of, now: Layout): Of | null {
  const row = followRow(begun.row, begun.layout.rows, now.rows);
  const col = followColumn(begun.col, begun.layout.columns, now.columns);
  return row === null || col === null ? null : { ...begun, row, col };
}

/** Typing in the cell of the cursor. */
export function useTyping({ box, columns, names, here, bounds, editing, onSelect }: TypingProps): TypingNow {
  const [begun, setBegun] = useState<(Spot & { text: string; layout: Layout }) | null>(null);
  const typing = begun && nowAt(begun, { rows: names, columns });
  const { row, col } = here.at;
  /** the cell that Tab went to last, and the column in which that run of Tabs began */
  const run = useRef({ row: -1, col: -1, first: 0 });
  const firstOfRun = () => (run.current.row === row && run.current.col === col ? run.current.first : col);
  const target = (move: 'down' | 'right' | 'left'): Spot => {
    const first = firstOfRun();
    if (move === 'down') return { row: row + 1, col: first };
    if (move === 'left') return { row, col: col - 1 };
    // After the last column a run of Tabs goes on in the next row.
    return col === bounds.own - 1 ? { row: row + 1, col: first } : { row, col: col + 1 };
  };
  const begin = (text?: string) => {
    const column = columns[col];
    if (!editing || !column) return;
    if (!editing.editable(column)) return editing.type(row, column.key, text ?? '');
    setBegun({ row, col, text: text ?? editing.typed(column, row), layout: { rows: names, columns } });
  };
  const end = (text: string | null, move?: 'down' | 'right' | 'left') => {
    const column = typing && columns[typing.col];
    setBegun(null);
    if (column && text !== null && text !== editing?.typed(column, typing.row))
      editing?.type(typing.row, column.key, text);
    if (text === null) box.current?.focus({ preventScroll: true });
    if (!move) return;
    const next = target(move);
    run.current = { ...next, first: move === 'right' ? firstOfRun() : next.col };
    onSelect(within(at(next.row, next.col), { ...bounds, rows: bounds.rows + 1 }), true);
    box.current?.focus({ preventScroll: true });
  };
  const fieldAt = (index: number) =>
    index === row && typing?.row === row && typing.col === col ? (
      <CellField
        label={`${columns[col]?.title}, row ${row + 1}`}
        text={typing.text}
        right={columns[col]?.kind === 'number'}
        onEnd={end}
      />
    ) : null;
  return { typing, begin, fieldAt };
}
