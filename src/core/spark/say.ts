/** Sparklines and spark tables in words, for readers who do not see them. */
import { fill } from '../fact/messages.ts';
import { languageOf } from '../text/language.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { derivedOf, placesOf, type SparkData, sayPlace, shownRecords } from './data.ts';
import { decimalsOfSeries } from './decimals.ts';
import type { ResolvedColumn, ResolvedOf, ResolvedSparkline, ResolvedSparkTable } from './resolve.ts';

/** Rows whose sparklines are described one by one. */
const MOST_SAID = 40;

/** First, last, low and high of a record's sparkline, with the periods of the two; says when it has no values. */
export function sayCell({ series }: ResolvedSparkline, record: number, locale: Locale): string {
  const language = languageOf(locale);
  const decimals = decimalsOfSeries(series);
  const { course, from } = placesOf(series, record);
  const words = (['first', 'last', 'low', 'high'] as const).flatMap((what) => {
    const found = derivedOf(series, record, what);
    if (!found) return [];
    const when = found.at === null ? 'none' : sayPlace(course, from + found.at, locale);
    return fill(`s-${what}`, language, { value: formatNumber(found.value, decimals, locale), when });
  });
  return words.join(', ') || fill('s-none', language, {});
}

/** A record's level bar in words. */
export function sayBar({ values, ceiling, spec }: ResolvedOf<'level bars'>, record: number, locale: Locale): string {
  const value = values[record] ?? Number.NaN;
  const language = languageOf(locale);
  if (Number.isNaN(value)) return fill('s-no-value', language, {});
  const write = (number: number) => formatNumber(number, Number.isInteger(number) ? 0 : 1, locale);
  const target = spec.target === null ? 'none' : write(spec.target);
  return fill('s-bar', language, { value: write(value), ceiling: write(ceiling), target });
}

const nameOf = ({ records }: SparkData, record: number) => records[record]?.name ?? '';

function sayColumn(column: ResolvedColumn, data: SparkData, locale: Locale): string[] {
  if (column.kind !== 'sparkline' && column.kind !== 'level bars') return [];
  const shown = shownRecords(data);
  const said = shown
    .slice(0, MOST_SAID)
    .map(
      (record) =>
        `${nameOf(data, record)} ${column.kind === 'sparkline' ? sayCell(column, record, locale) : sayBar(column, record, locale)}`,
    );
  const language = languageOf(locale);
  const more = shown.length - MOST_SAID;
  if (more > 0) said.push(fill('s-more', language, { count: more }));
  return [`${column.title || fill('s-bars', language, {})}: ${said.join('; ')}`];
}

/** The spark table in words. */
export function saySparkTable({ data, columns }: ResolvedSparkTable, locale: Locale): string {
  const rows = shownRecords(data).length;
  const said = columns.filter(({ spec }) => !spec.tucked).flatMap((column) => sayColumn(column, data, locale));
  const language = languageOf(locale);
  return fill('s-table', language, { count: rows, said: said.join('. ') || fill('s-empty', language, {}) });
}
