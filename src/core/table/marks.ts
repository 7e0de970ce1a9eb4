/** What a table tells of its decimal marks where no number shows them: the language of its months, its dates, whole numbers beside. */
import { LOCALES, localeOf } from '../text/locale.ts';
import type { Column } from './column.ts';
import { monthNamed } from './date-words.ts';
import { factsOf } from './facts.ts';
import type { TextColumn } from './infer-texts.ts';

export interface Speaks {
  /** whether its months are called as in English; null where none is named */
  english: boolean | null;
  /** thousands are likely: days are written with points, or whole numbers of three figures and more stand beside */
  thousands: boolean;
}

const { months, monthsShort } = localeOf(LOCALES[0]);
const ENGLISH = new Set([...months, ...monthsShort, 'Sep', 'Sept'].map((name) => name.toLowerCase()));
/** English months that others do not call so. */
const ONLY_ENGLISH = /^(?:january|february|march|may|june|july|october|december|oct|dec)$/;

/** Whether the months in some dates are called as in English, or as no English word is; null where they show neither. */
function speaksEnglish(texts: readonly string[]): boolean | null {
  let shown: boolean | null = null;
  for (const text of texts)
    for (const word of text.toLowerCase().match(/\p{L}{3,}/gu) ?? []) {
      if (monthNamed(word) === undefined) continue;
      if (!ENGLISH.has(word)) return false;
      if (ONLY_ENGLISH.test(word)) shown = true;
    }
  return shown;
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
