/** The words of a spark table: title, subtitle and source, with fields that follow its sparklines. */
import { sayChange } from '../figure/fields.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { type PlacedRun, placeRuns, plainWords, type SayField, type Type, type Words } from '../text/rich.ts';
import { derivedOf, placesOf, type SparkData, sayPlace, shownRecords } from './data.ts';
import { decimalsOfSeries } from './decimals.ts';
import type { ResolvedColumn, ResolvedSparkline } from './resolve.ts';
import type { SparkTableSpec } from './spec.ts';

/** Lines of words at the most. */
const MOST_LINES = 4;
const NOTHING = '–';

type Resolved = { data: SparkData; columns: readonly ResolvedColumn[] };

/** What a field can speak of: the rows that are shown, by their keys. */
export function rowsForFields({ data }: Resolved): { id: string; name: string }[] {
  return shownRecords(data).flatMap((record) => {
    const found = data.records[record];
    return found ? [{ id: found.key, name: found.name }] : [];
  });
}

/**
 * What the fields of a spark table say, of its first column of sparklines and
 * the row that they name (the first one where they name none); a dash where
 * there is nothing to say.
 */
export function sparkFields({ data, columns }: Resolved, locale: Locale): SayField {
  const column = columns.find((one): one is ResolvedSparkline => one.kind === 'sparkline');
  const shown = shownRecords(data);
  return (field, row) => {
    const record = row === null ? shown[0] : data.records.findIndex(({ key }) => key === row);
    const found = record === undefined ? undefined : data.records[record];
    if (record === undefined || !found) return NOTHING;
    if (field === 'name') return found.name;
    if (!column) return NOTHING;
    const { series } = column;
    const { course, from } = placesOf(series, record);
    const derived = (what: Parameters<typeof derivedOf>[2]) => derivedOf(series, record, what);
    const where = (at: number | null) => (at === null ? NOTHING : sayPlace(course, from + at, locale));
    const write = (value: number) => formatNumber(value, decimalsOfSeries(series), locale);
    if (field === 'change on year') {
      const change = derived('change on the year');
      return change ? sayChange(change.value, locale) : NOTHING;
    }
    const what = {
      'latest value': 'last',
      'latest month': 'last',
      'first month': 'first',
      'high and its month': 'high',
      'low and its month': 'low',
    } as const;
    const value = derived(what[field]);
    if (!value) return NOTHING;
    if (field === 'latest month' || field === 'first month') return where(value.at);
    return field === 'latest value' ? write(value.value) : `${write(value.value)} (${where(value.at)})`;
  };
}

export type WordsPart = keyof SparkTableSpec['words'];

/** The type that each of the words is set in. */
export function typeOfWords(part: WordsPart, style: HouseStyle): Type {
  const { sizes, ink, quiet } = style;
  if (part === 'title') return { face: 'sans-600', size: sizes.title, colour: ink };
  return { face: 'sans-400', size: sizes[part], colour: quiet };
}

/** Words in lines of a width; none where they say nothing. */
export function linesOfWords(words: Words, type: Type, say: SayField, width: number): PlacedRun[][] {
  return plainWords(words, say).trim() === '' ? [] : placeRuns(words, type, say, width, MOST_LINES);
}

/** The title in plain words, or the table's name where it has none. */
export const plainTitle = ({ words, name }: SparkTableSpec, say: SayField): string =>
  plainWords(words.title, say).trim() || name;
