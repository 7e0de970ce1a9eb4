/** Facts of the rows of a spark table. */
import { allFactsOf } from '../fact/facts.ts';
import { factMeant } from '../fact/meant.ts';
import { sayFact, sayPartOf } from '../fact/say.ts';
import type { FactSeries } from '../fact/series.ts';
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

/**
 * What the facts in the words of a spark table say, of its first column of
 * sparklines and the row that they name (the first one where they name none);
 * a dash where there is nothing to say.
 */
export function saySparkFacts({ data, columns }: Resolved, locale: Locale): SayFact {
  const column = columns.find((one): one is ResolvedSparkline => one.kind === 'sparkline');
  const shown = shownRecords(data);
  return (ref, part) => {
    const record = ref.line === null ? shown[0] : data.records.findIndex(({ key }) => key === ref.line);
    const found = record === undefined ? undefined : data.records[record];
    if (record === undefined || !found) return NOTHING;
    if (part === 'name') return found.name;
    if (!column) return NOTHING;
    const facts = allFactsOf(seriesOfRecord(column.series, record, found.name), { since: ref.since });
    const fact = factMeant(facts, ref);
    if (part !== 'sentence') return (fact && sayPartOf(fact, part, locale)) ?? NOTHING;
    const said = fact ?? factMeant(facts, { kind: 'latest', line: ref.line });
    return said ? sayFact(said, locale) : NOTHING;
  };
}
