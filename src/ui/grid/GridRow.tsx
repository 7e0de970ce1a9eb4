// biome-ignore-all lint/a11y/useSemanticElements: rows and columns out of sight are not drawn, which elements of a table cannot do
// biome-ignore-all lint/a11y/useFocusableInteractive: the grid has the focus and names the cell by aria-activedescendant
import type { VirtualItem } from '@tanstack/react-virtual';
import { memo, type ReactNode } from 'react';
import type { Column } from '../../core/table/column.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { formatNumber } from '../../core/text/number.ts';
import { writerOf } from './cells.ts';

/** Height of a row and width of its number, in pixels. */
export const ROW = 26;
export const NUMBERS = 56;

const LOCALE = localeOf(LOCALES[0]);

interface GridRowProps {
  /** from 0; one after the last row of the table for the row that takes new ones */
  index: number;
  top: number;
  width: number;
  columns: readonly Column[];
  shown: readonly VirtualItem[];
  /** selected columns of this row; -1 for none */
  left: number;
  right: number;
  /** column in which the cursor stands, -1 when it is in another row */
  cursor: number;
  isTotal: boolean;
  /** the row that takes new ones holds nothing yet */
  isNew: boolean;
  /** the column that takes new values and holds none yet */
  spare: Column | null;
  /** what is typed into the cell at the cursor */
  field: ReactNode;
}

/**
 * Whether the cells in sight of a row are the same. With one typed cell all
 * columns of a table are given anew, and the places of those in sight with each
 * step of the cursor.
 */
function areCellsSame(before: GridRowProps, { index, columns, shown }: GridRowProps): boolean {
  return (
    shown.length === before.shown.length &&
    shown.every((place, at) => {
      const was = before.shown[at];
      if (was?.index !== place.index || was.start !== place.start || was.size !== place.size) return false;
      const [one, other] = [before.columns[place.index], columns[place.index]];
      if (one === other) return true;
      if (!one || !other || one.key !== other.key || one.cells[index] !== other.cells[index]) return false;
      return writerOf(one).way === writerOf(other).way;
    })
  );
}

/** Whether a row looks the same, so that it need not be drawn anew. */
export function isSameRow(before: GridRowProps, now: GridRowProps): boolean {
  const { columns: _, shown: __, ...rest } = now;
  const names = Object.keys(rest) as (keyof typeof rest)[];
  return names.every((name) => before[name] === rest[name]) && areCellsSame(before, now);
}

/** One row of the grid; drawn anew only when something of it changes. */
export const GridRow = memo(function GridRow(props: GridRowProps) {
  const { index, top, width, columns, shown, left, right, cursor, isTotal, isNew, spare, field } = props;
  const selected = left >= 0;
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      className={isTotal ? 'font-semibold' : ''}
      style={{ position: 'absolute', top, height: ROW, width, contain: 'layout style' }}
    >
      <div
        role="rowheader"
        data-row={index}
        data-col={-1}
        className={`sticky left-0 z-10 h-full border-r border-b border-[#efeae3] px-2 text-right leading-[26px] text-[#6e6574] tabular-nums ${selected ? 'bg-[#f3edf4]' : 'bg-[#fbf9f6]'}`}
        style={{ width: NUMBERS }}
      >
        {isNew ? '+' : formatNumber(index + 1, 0, LOCALE)}
      </div>
      {shown.map(({ index: place, start, size }) => {
        const column = columns[place];
        if (!column) return null;
        const isFree = isNew || column === spare;
        const cell = isFree ? '' : (column.cells[index] ?? null);
        const unread = typeof cell === 'string' && cell !== '' && column.kind !== 'text' && !isTotal;
        const chosen = place >= left && place <= right;
        const here = place === cursor;
        const ground = unread ? 'bg-[#fbe9e4] text-[#8c331d]' : cell === null ? 'bg-[#f6f2ed]' : '';
        return (
          <div
            key={column.key}
            id={`cell-${index}-${place}`}
            role="gridcell"
            aria-colindex={place + 2}
            aria-selected={chosen}
            aria-invalid={unread || undefined}
            data-row={index}
            data-col={place}
            title={
              unread ? `Could not be read as a ${column.kind}; counts as missing until it is corrected` : undefined
            }
            className={`absolute top-0 h-full truncate border-r border-b border-[#efeae3] px-2.5 leading-[26px] tabular-nums ${column.kind === 'number' ? 'text-right' : ''} ${chosen && !here ? 'bg-[#f3edf4]' : ground} ${here ? 'z-[5] outline-2 -outline-offset-2 outline-[#5b3a63]' : ''}`}
            style={{ left: start, width: size }}
          >
            {(here && field) || (isFree ? '' : writerOf(column).write(index))}
          </div>
        );
      })}
    </div>
  );
}, isSameRow);
