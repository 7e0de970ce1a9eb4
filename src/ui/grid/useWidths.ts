import { useRef } from 'react';
import type { Column } from '../../core/table/column.ts';
import { widthOf } from './cells.ts';

interface Known {
  column: Column;
  words: string;
  buttons: number;
  width: number;
}

/** How wide columns stand, in pixels; a column is measured again when something of it changed, and the list stays the same while its widths do. */
export function useWidths(
  columns: readonly Column[],
  wordsOf: (column: Column) => string,
  buttonsOf: (column: Column) => number,
): readonly number[] {
  const known = useRef<readonly Known[]>([]);
  const widths = useRef<readonly number[]>([]);
  known.current = columns.map((column, at) => {
    const [words, buttons, before] = [wordsOf(column), buttonsOf(column), known.current[at]];
    const isSame = before?.column === column && before.words === words && before.buttons === buttons;
    return isSame ? before : { column, words, buttons, width: widthOf(column, words, buttons) };
  });
  const now = known.current.map(({ width }) => width);
  if (now.length !== widths.current.length || now.some((width, at) => width !== widths.current[at]))
    widths.current = now;
  return widths.current;
}
