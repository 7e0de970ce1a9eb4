// biome-ignore-all lint/a11y/useSemanticElements: columns out of sight are not drawn, which elements of a table cannot do
// biome-ignore-all lint/a11y/useFocusableInteractive: the grid has the focus
import type { ReactNode } from 'react';
import type { Column } from '../../core/table/column.ts';
import { NUMBERS } from './GridRow.tsx';
import type { Area } from './selection.ts';

/** Height of the heads. */
export const HEAD = 44;

interface HeadRowProps {
  columns: readonly Column[];
  shown: readonly { index: number; start: number; size: number }[];
  area: Area;
  width: number;
  wordsOf(column: Column): string;
  head(column: Column): ReactNode;
}

/** Titles and kinds of the columns in sight, above the rows. */
export function HeadRow({ columns, shown, area, width, wordsOf, head }: HeadRowProps) {
  return (
    <div role="row" className="sticky top-0 z-20 bg-[#fbf9f6]" style={{ height: HEAD, width }}>
      <div
        role="columnheader"
        className="sticky left-0 z-10 h-full border-r border-b border-[#dcd5cb] bg-[#fbf9f6]"
        style={{ width: NUMBERS }}
      >
        <span className="sr-only">Row</span>
      </div>
      {shown.map(({ index, start, size }) => {
        const column = columns[index];
        if (!column) return null;
        const chosen = index >= area.left && index <= area.right;
        const isNumber = column.kind === 'number';
        return (
          <div
            key={column.key}
            role="columnheader"
            aria-colindex={index + 2}
            className={`absolute top-0 flex h-full flex-col justify-center border-r border-b border-[#dcd5cb] px-2.5 ${chosen ? 'bg-[#f3edf4]' : ''}`}
            style={{ left: start, width: size }}
          >
            <span className={`flex items-center gap-1 font-semibold ${isNumber ? 'justify-end' : ''}`}>
              <span className="min-w-0 truncate" title={column.title}>
                {column.title}
              </span>
              {head(column)}
            </span>
            <span className={`truncate text-xs text-[#6e6574] ${isNumber ? 'text-right' : ''}`}>{wordsOf(column)}</span>
          </div>
        );
      })}
    </div>
  );
}
