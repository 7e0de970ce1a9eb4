/** What a table tells of its decimal marks where no number shows them: the language of its months, its dates, whole numbers beside. */
import type { Column } from './column.ts';
import { speaksEnglish } from './date-words.ts';
import { factsOf } from './facts.ts';
import type { TextColumn } from './infer-texts.ts';

export interface Speaks {
  /** whether its months are called as in English; null where none is named */
  english: boolean | null;
  /** thousands are likely: days are written with points, or whole numbers of three figures and more stand beside */
  thousands: boolean;
}

/** So many texts show the language of a column. */
const SHOWN = 24;
const THREE_FIGURES = 100;

/** What the columns of a table tell, those of names and dates by their texts, as they were read first. */
export function speaksOf(texts: readonly TextColumn[], columns: readonly Column[]): Speaks {
  const named = columns.flatMap((column, at) =>
    column.kind === 'number' ? [] : (texts[at]?.texts.slice(0, SHOWN) ?? []),
  );
  const isDotted = columns.some((column) => column.kind === 'date' && column.shape === 'day-dot');
  const hasWholes = columns.some((column) => {
    const { low, high, whole } = factsOf(column.cells);
    return column.kind === 'number' && whole && low <= high && low >= THREE_FIGURES;
  });
  return { english: speaksEnglish(named), thousands: isDotted || hasWholes };
}

/**
 * The decimal mark that the language of a table gives a number such as 1.204 or
 * 1,204: outside English a point parts thousands, in English a comma does.
 */
export function markBySpeech(unsure: string, { english }: Speaks): '.' | ',' | undefined {
  if (english === null) return undefined;
  if (unsure.includes(',')) return english ? '.' : undefined;
  return english ? undefined : ',';
}
