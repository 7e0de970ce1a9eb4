// biome-ignore-all lint/a11y/useSemanticElements: rows and columns out of sight are not drawn, which elements of a table cannot do
// biome-ignore-all lint/a11y/useFocusableInteractive: the grid has the focus and names the cell by aria-activedescendant
import { useVirtualizer } from '@tanstack/react-virtual';
import {
  type ClipboardEvent,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { type Column, columnOf, type Table } from '../../core/table/column.ts';
import { CellField } from './CellField.tsx';
import { kindWords, widthOf, writerOf } from './cells.ts';
import { GridRow, NUMBERS, ROW } from './GridRow.tsx';
import { type Area, areaOf, at, pressed, type Selection, within } from './selection.ts';
import { useRowWindow } from './useRowWindow.ts';

const HEAD = 44;

/** What can be done to the cells; a grid without it is for looking only. */
export interface GridEditing {
  /** false for columns that follow from others */
  editable(column: Column): boolean;
  /** the cell as it is typed */
  typed(column: Column, row: number): string;
  type(row: number, key: string, text: string): void;
  clear(area: Area): void;
  copy(area: Area): string;
  paste(area: Area, data: DataTransfer): void;
  /** other keys; true when one was taken */
  key(event: KeyboardEvent, area: Area): boolean;
}

interface GridProps {
  table: Table;
  selection: Selection;
  onSelect(selection: Selection): void;
  editing?: GridEditing;
  /** what stands beside the title in a column's head */
  head?(column: Column): ReactNode;
  /** key of the column that runs across */
  across?: string | undefined;
}

const isControl = (event: { ctrlKey: boolean; metaKey: boolean }) => event.ctrlKey || event.metaKey;

/** Rows and typed columns of a table, of which only those in sight are drawn; moved in and edited by keys. */
export function Grid({ table, selection, onSelect, editing, head, across }: GridProps) {
  const box = useRef<HTMLDivElement>(null);
  const [typing, setTyping] = useState<{ row: number; col: number; text: string } | null>(null);
  const dragging = useRef(false);
  const { columns } = table;
  const writers = useMemo(() => columns.map(writerOf), [columns]);
  const wordsOf = useCallback(
    (column: Column) => (column.key === across ? `across · ${kindWords(column)}` : kindWords(column)),
    [across],
  );
  const buttons = head ? 62 : 0;
  const widths = useMemo(
    () => columns.map((column, index) => widthOf(column, writers[index] ?? String, wordsOf(column), buttons)),
    [columns, writers, wordsOf, buttons],
  );
  const totals = useMemo(() => new Set(table.totals), [table.totals]);
  // One empty row after the last takes new ones.
  const count = table.rows + (editing ? 1 : 0);
  const { rows: shownRows, topOf, height, page, reveal } = useRowWindow(box, { count, row: ROW, head: HEAD });
  const cols = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => box.current,
    estimateSize: (index) => widths[index] ?? 100,
    overscan: 3,
    paddingStart: NUMBERS,
    scrollPaddingStart: NUMBERS,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: other columns have other widths
  useLayoutEffect(() => cols.measure(), [widths]);
  const bounds = { rows: count, cols: columns.length, page };
  const here = within(selection, bounds);
  const area = areaOf(here);
  const { row, col } = here.at;
  const revealed = useRef({ row: 0, col: 0 });
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a moved cursor scrolls
  useEffect(() => {
    const before = revealed.current;
    if (row !== before.row) reveal(row);
    if (col !== before.col) cols.scrollToIndex(col, { align: 'auto' });
    revealed.current = { row, col };
  }, [row, col]);
  const shownCols = cols.getVirtualItems();
  const begin = (text?: string) => {
    const column = columns[col];
    if (!editing || !column) return;
    if (!editing.editable(column)) return editing.type(row, column.key, text ?? '');
    setTyping({ row, col, text: text ?? editing.typed(column, row) });
  };
  const endTyping = (text: string | null, move?: 'down' | 'right' | 'left') => {
    const column = typing && columns[typing.col];
    setTyping(null);
    if (column && text !== null && text !== editing?.typed(column, typing.row))
      editing?.type(typing.row, column.key, text);
    if (text === null) box.current?.focus({ preventScroll: true });
    if (!move) return;
    const next = { down: [row + 1, col], right: [row, col + 1], left: [row, col - 1] }[move] as [number, number];
    onSelect(within(at(...next), { ...bounds, rows: count + 1 }));
    box.current?.focus({ preventScroll: true });
  };
  const field = (text: string) => (
    <CellField
      label={`${columns[col]?.title}, row ${row + 1}`}
      text={text}
      right={columns[col]?.kind === 'number'}
      onEnd={endTyping}
    />
  );
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    if (typing || event.target !== box.current) return;
    const control = isControl(event);
    const { key, shiftKey: shift } = event;
    const moved = event.altKey ? null : pressed(here, { key, control, shift }, bounds);
    let taken = true;
    if (moved) onSelect(moved);
    else if (editing?.key(event, area)) taken = true;
    else if (control || event.altKey) taken = false;
    else if (key === 'Enter' || key === 'F2') begin();
    else if (key === 'Delete' || key === 'Backspace') editing?.clear(area);
    else if (editing && key.length === 1) begin(key);
    else taken = false;
    if (taken) event.preventDefault();
  };
  const onCopy = (event: ClipboardEvent<HTMLDivElement>) => {
    if (typing || !editing) return;
    event.clipboardData.setData('text/plain', editing.copy(area));
    event.preventDefault();
    if (event.type === 'cut') editing.clear(area);
  };
  const onPaste = (event: ClipboardEvent<HTMLDivElement>) => {
    if (typing || !editing) return;
    event.preventDefault();
    editing.paste(area, event.clipboardData);
  };
  const spotAt = (event: PointerEvent) => {
    const cell = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-row]') : null;
    return cell && { row: Number(cell.dataset['row']), col: Number(cell.dataset['col']) };
  };
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    const spot = spotAt(event);
    if (!spot || event.button !== 0 || (typing && typing.row === spot.row && typing.col === spot.col)) return;
    dragging.current = true;
    if (spot.col < 0)
      onSelect({
        from: { row: event.shiftKey ? here.from.row : spot.row, col: 0 },
        at: { row: spot.row, col: columns.length - 1 },
      });
    else onSelect({ from: event.shiftKey ? here.from : spot, at: spot });
  };
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    if (!dragging.current || event.buttons !== 1) return;
    const spot = spotAt(event);
    if (spot && spot.col >= 0 && (spot.row !== row || spot.col !== col)) onSelect({ from: here.from, at: spot });
  };
  const total = { width: cols.getTotalSize(), height };
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
      onKeyDown={onKeyDown}
      onCopy={onCopy}
      onCut={onCopy}
      onPaste={onPaste}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={() => {
        dragging.current = false;
      }}
      onDoubleClick={(event) => {
        if (event.target instanceof Element && event.target.closest('[data-col]:not([data-col="-1"])')) begin();
      }}
    >
      <div className="relative" style={total}>
        <div role="row" className="sticky top-0 z-20 bg-[#fbf9f6]" style={{ height: HEAD, width: total.width }}>
          <div
            role="columnheader"
            className="sticky left-0 z-10 h-full border-r border-b border-[#dcd5cb] bg-[#fbf9f6]"
            style={{ width: NUMBERS }}
          >
            <span className="sr-only">Row</span>
          </div>
          {shownCols.map(({ index, start, size }) => {
            const column = columns[index];
            if (!column) return null;
            const chosen = index >= area.left && index <= area.right;
            return (
              <div
                key={column.key}
                role="columnheader"
                aria-colindex={index + 2}
                className={`absolute top-0 flex h-full flex-col justify-center border-r border-b border-[#dcd5cb] px-2.5 ${chosen ? 'bg-[#f3edf4]' : ''}`}
                style={{ left: start, width: size }}
              >
                <span
                  className={`flex items-center gap-1 font-semibold ${column.kind === 'number' ? 'justify-end' : ''}`}
                >
                  <span className="min-w-0 truncate" title={column.title}>
                    {column.title}
                  </span>
                  {head?.(column)}
                </span>
                <span className={`truncate text-xs text-[#6e6574] ${column.kind === 'number' ? 'text-right' : ''}`}>
                  {wordsOf(column)}
                </span>
              </div>
            );
          })}
        </div>
        {shownRows.map((index) => {
          const selected = index >= area.top && index <= area.bottom;
          return (
            <GridRow
              key={index}
              index={index}
              top={topOf(index)}
              width={total.width}
              columns={columns}
              writers={writers}
              shown={shownCols}
              left={selected ? area.left : -1}
              right={selected ? area.right : -1}
              cursor={index === row ? col : -1}
              isTotal={totals.has(index)}
              isNew={index >= table.rows}
              field={index === row && typing?.row === row && typing.col === col ? field(typing.text) : null}
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
