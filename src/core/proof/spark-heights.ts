import { placesOf, type SparkSeries, shownRecords } from '../spark/data.ts';
import { isBars } from '../spark/look.ts';
import { decimalsOfValues, formatNumber } from '../text/number.ts';
import type { Mend, SparkCheck } from './note.ts';

/** The highest finished value of a record; below all numbers where it has none. */
function highOf(series: SparkSeries, record: number): number {
  const { data, stride } = series.grid;
  const { course, from, to } = placesOf(series, record);
  let high = -Infinity;
  for (let place = from; place < Math.min(to, course.unfinished); place++) {
    const value = data[record * stride + place] ?? Number.NaN;
    if (value > high) high = value;
  }
  return high;
}

/** Rows on scales of their own: peaks that look as high as each other and are not. */
export const sparkHeights: SparkCheck = {
  id: 'spark-heights',
  find({ spec, columns, data }, locale) {
    return columns.flatMap((column) => {
      if (column.kind !== 'sparkline' || column.spec.tucked || column.spec.draw === 'win / loss') return [];
      if (column.spec.scale.of !== 'each row' || typeof column.spec.scale.ceiling === 'number') return [];
      let [lowest, highest]: [{ name: string; value: number } | null, { name: string; value: number } | null] = [
        null,
        null,
      ];
      for (const index of shownRecords(data, true)) {
        const value = highOf(column.series, index);
        if (value === -Infinity) continue;
        const name = data.records[index]?.name ?? '';
        if (!lowest || value < lowest.value) lowest = { name, value };
        if (!highest || value > highest.value) highest = { name, value };
      }
      if (!lowest || !highest || highest.value === lowest.value) return [];
      const decimals = decimalsOfValues([lowest.value, highest.value], null);
      const write = (value: number) => formatNumber(value, decimals, locale);
      const own = column.spec;
      const mends: Mend[] = [
        {
          say: 'One scale for all rows',
          call: {
            name: 'spark.setColumn',
            args: { spark: spec.id, column: own.id, set: [{ path: ['scale', 'of'], to: 'all rows' }] },
          },
        },
      ];
      if (own.title !== null)
        mends.push({
          say: 'Say so in the header',
          call: {
            name: 'spark.setColumn',
            args: { spark: spec.id, column: own.id, set: [{ path: ['title'], to: null }] },
          },
        });
      const [mend, ...others] = mends;
      if (!mend) return [];
      return [
        {
          part: `column:${own.id}` as const,
          title: 'Heights cannot be compared',
          text: `In “${column.title}” a ${isBars(own.draw) ? 'full-height column' : 'full-height peak'} means ${write(lowest.value)} in ${lowest.name} and ${write(highest.value)} in ${highest.name}.`,
          facts: `${lowest.value} ${highest.value}`,
          mends: [mend, ...others],
        },
      ];
    });
  },
};
