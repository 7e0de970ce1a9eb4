/** Facts of the rows of a spark table. */
import { allFactsOf } from '../fact/facts.ts';
import { factMeant } from '../fact/meant.ts';
import { saidAs } from '../fact/messages.ts';
import { sayFact, sayPartOf } from '../fact/say.ts';
import type { FactSeries } from '../fact/series.ts';
import { type FactPart, type FactRef, isSentence } from '../text/fact-ref.ts';
import type { Locale } from '../text/locale.ts';
import type { SayFact } from '../text/rich.ts';
import { placesOf, type SparkData, type SparkSeries, shownRecords } from './data.ts';
import { decimalsOfSeries } from './decimals.ts';
import type { ResolvedColumn, ResolvedSparkline } from './resolve.ts';

const NOTHING = '–';

/** A record's sparkline as facts are worked out from it: all places along the table, and which of them its window holds. */
function seriesOfRecord(series: SparkSeries, record: number, name: string): FactSeries {
  const { course, from, to } = placesOf(series, record);
  const { data, stride } = series.grid;
  const values = course.at.map((_, place) => {
    const value = data[record * stride + place];
    return value === undefined || Number.isNaN(value) ? null : value;
  });
  return {
    id: name,
    name,
    unit: null,
    measure: null,
    fellows: 1,
    values,
    keys: course.dates ?? course.at,
    ordered: true,
    interval: course.interval,
    finished: course.unfinished,
    shown: { from, until: to },
    yearStart: 1,
    whole: decimalsOfSeries(series) === 0,
    decimals: decimalsOfSeries(series),
  };
}

type Resolved = { data: SparkData; columns: readonly ResolvedColumn[] };

/** The row that a fact in the words of a spark table is of, with what is known of it; null where there is none. */
function meantIn({ data, columns }: Resolved, ref: FactRef) {
  const column = columns.find((one): one is ResolvedSparkline => one.kind === 'sparkline');
  const record = ref.line === null ? shownRecords(data)[0] : data.records.findIndex(({ key }) => key === ref.line);
  const found = record === undefined ? undefined : data.records[record];
  if (record === undefined || !found) return null;
  const facts = column && allFactsOf(seriesOfRecord(column.series, record, found.name), { since: ref.since });
  return { name: found.name, facts: facts ?? null, fact: facts ? factMeant(facts, ref) : null };
}

/** Whether what a fact in its words says still holds of the rows that are there. */
export function holdsInSpark(resolved: Resolved, ref: FactRef, part: FactPart): boolean {
  const meant = meantIn(resolved, ref);
  return meant !== null && (part === 'name' || meant.fact !== null);
}

/**
 * What the facts in the words of a spark table say, of its first column of
 * sparklines and the row that they name (the first one where they name none);
 * a dash where there is nothing to say.
 */
export function saySparkFacts(resolved: Resolved, locale: Locale): SayFact {
  return (ref, part) => {
    const meant = meantIn(resolved, ref);
    if (!meant) return NOTHING;
    const { name, facts, fact } = meant;
    if (part === 'name') return name;
    if (!facts) return NOTHING;
    if (!isSentence(part)) return (fact && sayPartOf(fact, part, locale, ref.form)) ?? NOTHING;
    const said = fact ?? factMeant(facts, { kind: 'latest', line: ref.line });
    return said ? sayFact(said, locale, saidAs(part)) : NOTHING;
  };
}
