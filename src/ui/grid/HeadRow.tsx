// biome-ignore-all lint/a11y/useSemanticElements: columns out of sight are not drawn, which elements of a table cannot do
// biome-ignore-all lint/a11y/useFocusableInteractive: the grid has the focus
import { type ComponentType, memo } from 'react';
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
  /** what stands beside the title of a column; null for one that has nothing there */
  headOf(column: Column): HeadComponent | null;
}

/** What stands beside the title of a column in its head. */
export type HeadComponent = ComponentType<{ column: string; title: string }>;

interface HeadCellProps {
  column: string;
  title: string;
  words: string;
  isNumber: boolean;
  isChosen: boolean;
  index: number;
  start: number;
  size: number;
  Head: HeadComponent | null;
}

/** The head of one column; told only what is seen of it, so that it is not drawn anew with each typed cell. */
const HeadCell = memo(function HeadCell(props: HeadCellProps) {
  const { column, title, words, isNumber, isChosen, index, start, size, Head } = props;
  return (
    <div
      role="columnheader"
      aria-colindex={index + 2}
      className={`absolute top-0 flex h-full flex-col justify-center border-r border-b border-[#dcd5cb] px-2.5 ${isChosen ? 'bg-[#f3edf4]' : ''}`}
      style={{ left: start, width: size }}
    >
      <span className={`flex items-center gap-1 font-semibold ${isNumber ? 'justify-end' : ''}`}>
        <span className="min-w-0 truncate" title={title}>
          {title}
        </span>
        {Head && <Head column={column} title={title} />}
      </span>
      <span className={`truncate text-xs text-[#6e6574] ${isNumber ? 'text-right' : ''}`}>{words}</span>
    </div>
  );
});

/** Titles and kinds of the columns in sight, above the rows. */
export function HeadRow({ columns, shown, area, width, wordsOf, headOf }: HeadRowProps) {
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
        return (
          <HeadCell
            key={column.key}
            column={column.key}
            title={column.title}
            words={wordsOf(column)}
            isNumber={column.kind === 'number'}
            isChosen={index >= area.left && index <= area.right}
            index={index}
            start={start}
            size={size}
            Head={headOf(column)}
          />
        );
      })}
    </div>
  );
}
