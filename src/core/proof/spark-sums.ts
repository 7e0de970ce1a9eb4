import { placesOf, type SparkData, type SparkSeries, sayPlace } from '../spark/data.ts';
import { cutTo } from '../text/letters.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import type { SparkCheck } from './note.ts';

interface Lacking {
  sum: string;
  count: number;
  /** the first of the parts that are missing, and where */
  part: string;
  place: string;
}

/** Where a sum is missing because a part of it is. */
function lackingIn(series: SparkSeries, data: SparkData, sum: number, locale: Locale): Lacking | null {
  const { grid } = series;
  const { course, from, to } = placesOf(series, sum);
  const members = data.records[sum]?.members ?? [];
  const isKnown = (member: number, place: number) =>
    !Number.isNaN(grid.data[member * grid.stride + place] ?? Number.NaN);
  let found: Lacking | null = null;
  for (let place = from; place < Math.min(to, course.unfinished); place++) {
    const missing = members.find((member) => !isKnown(member, place));
    if (missing === undefined || !members.some((member) => isKnown(member, place))) continue;
    found ??= {
      sum: data.records[sum]?.name ?? '',
      count: 0,
      part: data.records[missing]?.name ?? '',
      place: sayPlace(course, place, locale),
    };
    found.count++;
  }
  return found;
}

/** Sums that are missing because one of their parts is. */
export const sparkSums: SparkCheck = {
  id: 'spark-sums',
  find({ spec, columns, data }, locale) {
    if (spec.order.sums !== 'sum') return [];
    const { partial } = spec.order;
    return columns.flatMap((column) => {
      if (column.kind !== 'sparkline' || column.spec.tucked || column.spec.gaps === 'zero') return [];
      const sums = data.rows.flatMap((row) =>
        row.kind === 'record' && data.records[row.index]?.members ? [row.index] : [],
      );
      const lacking = sums.flatMap((sum) => lackingIn(column.series, data, sum, locale) ?? []);
      const [first] = lacking;
      if (!first) return [];
      const { interval } = column.series.places.course;
      const count = lacking.reduce((all, one) => all + one.count, 0);
      const noun = `${interval ?? 'value'}${count === 1 ? '' : 's'}`;
      const who = lacking.length === 1 ? `“${first.sum}”` : `${lacking.length} sums`;
      const many = `${formatNumber(count, 0, locale)} ${noun}`;
      const where = `first “${first.part}” (${first.place})`;
      return [
        {
          part: `column:${column.spec.id}` as const,
          title: 'Sums with parts missing',
          text: partial
            ? `${who} ${lacking.length === 1 ? 'adds' : 'add'} only the known parts in ${many}, and ${lacking.length === 1 ? 'is' : 'are'} too low there; missing: ${where}.`
            : `${who} ${lacking.length === 1 ? 'has' : 'have'} no value in ${many}, because a part is missing: ${where}.`,
          facts: cutTo(`${partial ? 'partial ' : ''}${count} ${first.part} ${first.place}`, 4000),
          mends: [
            {
              say: partial ? 'Leave such sums out' : 'Sum the known parts',
              call: { name: 'spark.setOrder', args: { spark: spec.id, order: { partial: !partial } } },
            },
          ],
        },
      ];
    });
  },
};
