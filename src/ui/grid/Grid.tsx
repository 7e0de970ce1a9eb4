// biome-ignore-all lint/a11y/useSemanticElements: rows and columns out of sight are not drawn, which elements of a table cannot do
// biome-ignore-all lint/a11y/useFocusableInteractive: the grid has the focus and names the cell by aria-activedescendant
import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useCallback, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import { type Column, columnOf, type Table } from '../../core/table/column.ts';
import { kindWords } from './cells.ts';
import type { Layout } from './following.ts';
import { GridRow, NUMBERS, ROW } from './GridRow.tsx';
import { HEAD, type HeadComponent, HeadRow } from './HeadRow.tsx';
import { type Area, areaOf, type Selection, within } from './selection.ts';
import { useHands } from './useHands.ts';
import { useHeldRow } from './useHeldRow.ts';
import { useRowWindow } from './useRowWindow.ts';
import { useTyping } from './useTyping.tsx';
import { useWidths } from './useWidths.ts';

/** Room for what stands beside the title in a head, in pixels. */
const BUTTONS = 62;

/** What can be done to the cells; a grid without it is for looking only. */
export interface GridEditing {
  /** stands after the last column and becomes one when something is typed or pasted into it */
  spare: Column | null;
  /** false for columns that follow from others */
  editable(column: Column): boolean;
  /** the cell as it is typed */
  typed(column: Column, row: number): string;
  type(row: number, key: string, text: string): void;
  clear(area: Area): void;
  /** the cells as they go on the clipboard, by their form */
  copy(area: Area): Readonly<Record<string, string>>;
  paste(area: Area, data: DataTransfer): void;
  /** other keys; true when one was taken */
  key(event: KeyboardEvent, area: Area): boolean;
}

interface GridProps {
  table: Table;
  selection: Selection;
  /** `byPlace` where rows that are put in just then are counted already */
  onSelect(selection: Selection, byPlace?: boolean): void;
  editing?: GridEditing;
  /** what stands beside the title in a column's head */
  Head?: HeadComponent;
  /** key of the column that runs across */
  across?: string | undefined;
  /** what its rows are called; by that, what is typed and seen stays with them */
  names?: Layout['rows'];
}

/** Rows and typed columns of a table, of which only those in sight are drawn; moved in and edited by keys. */
export function Grid(props: GridProps) {
  const { table, selection, onSelect, editing, Head, across, names = null } = props;
  const box = useRef<HTMLDivElement>(null);
  const spare = editing?.spare ?? null;
  const columns = useMemo(() => (spare ? [...table.columns, spare] : table.columns), [table.columns, spare]);
  const wordsOf = useCallback(
    (column: Column) => {
      if (column === spare) return 'type or paste';
      return column.key === across ? `across · ${kindWords(column)}` : kindWords(column);
    },
    [across, spare],
  );
  const widths = useWidths(columns, wordsOf, (column) => (Head && column !== spare ? BUTTONS : 0));
  const totals = useMemo(() => new Set(table.totals), [table.totals]);
  // One empty row after the last takes new ones.
  const count = table.rows + (editing ? 1 : 0);
  const { rows: inSight, topOf, height, page, reveal } = useRowWindow(box, { count, row: ROW, head: HEAD });
  const cursorCol = useRef(0);
  const cols = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => box.current,
    estimateSize: (index) => widths[index] ?? 100,
    overscan: 3,
    // The cell of the cursor is there wherever it is, so that what is typed in it stays.
    rangeExtractor: (range) => [...new Set([...defaultRangeExtractor(range), cursorCol.current])].sort((a, b) => a - b),
    paddingStart: NUMBERS,
    scrollPaddingStart: NUMBERS,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: other columns have other widths
  useLayoutEffect(() => cols.measure(), [widths]);
  const bounds = { rows: count, cols: columns.length, own: table.columns.length, page };
  const here = within(selection, bounds);
  const area = areaOf(here);
  const { row, col } = here.at;
  cursorCol.current = Math.min(col, columns.length - 1);
  const shownRows = inSight.includes(row) ? inSight : [...inSight, row];
  const revealed = useRef({ row: 0, col: 0, count: columns.length });
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a moved cursor scrolls, and a column that came where it stands
  useEffect(() => {
    const before = revealed.current;
    if (row !== before.row) reveal(row);
    if (col !== before.col || columns.length !== before.count) cols.scrollToIndex(col, { align: 'auto' });
    revealed.current = { row, col, count: columns.length };
  }, [row, col, columns.length]);
  useHeldRow({ box, names, row, height: ROW });
  const shownCols = cols.getVirtualItems();
  const { typing, begin, fieldAt } = useTyping({
    box,
    columns,
    names,
    here,
    bounds,
    editing,
    onSelect,
  });
  const hands = useHands({ box, here, bounds, editing, typing, begin, onSelect });
  const width = cols.getTotalSize();
  return (
    <div
      ref={box}
      role="grid"
      tabIndex={0}
      aria-label={`Rows of ${table.title}`}
      aria-rowcount={count + 1}
      aria-colcount={columns.length + 1}
      aria-readonly={!editing}
      aria-multiselectable="true"
      aria-activedescendant={columns.length > 0 ? `cell-${row}-${col}` : undefined}
      className="min-h-0 min-w-0 flex-1 overflow-auto rounded-box border border-rule bg-white text-[13px] text-[#2b2530] select-none focus-visible:outline-offset-0"
      {...hands}
    >
      <div className="relative" style={{ width, height }}>
        <HeadRow
          columns={columns}
          shown={shownCols}
          area={area}
          width={width}
          wordsOf={wordsOf}
          headOf={(column) => (column === spare ? null : (Head ?? null))}
        />
        {shownRows.map((index) => {
          const selected = index >= area.top && index <= area.bottom;
          return (
            <GridRow
              key={names ? (index < names.count ? names.nameAt(index) : 'new') : index}
              index={index}
              top={topOf(index)}
              width={width}
              columns={columns}
              shown={shownCols}
              left={selected ? area.left : -1}
              right={selected ? area.right : -1}
              cursor={index === row ? col : -1}
              isTotal={totals.has(index)}
              isNew={index >= table.rows}
              spare={spare}
              field={fieldAt(index)}
            />
          );
        })}
      </div>
    </div>
  );
}

/** The column in which the cursor stands. */
export const columnAt = (table: Table, selection: Selection): Column | undefined => {
  const key = table.columns[selection.at.col]?.key;
  return key === undefined ? undefined : columnOf(table, key);
};
