import { placesOf, type SparkSeries, shownRecords } from '../spark/data.ts';
import { isBars } from '../spark/look.ts';
import { listed } from '../table/words.ts';
import type { SparkCheck } from './note.ts';

/** How many values a record lacks between its first and its last. */
function gapsOf(series: SparkSeries, record: number): number {
  const { data, stride } = series.grid;
  const { course, from, to } = placesOf(series, record);
  let [gaps, since, begun] = [0, 0, false];
  for (let place = from; place < Math.min(to, course.unfinished); place++) {
    if (Number.isNaN(data[record * stride + place] ?? Number.NaN)) {
      if (begun) since++;
      continue;
    }
    gaps += since;
    [since, begun] = [0, true];
  }
  return gaps;
}

/** Missing values between known ones, at which lines break. */
export const sparkMissing: SparkCheck = {
  id: 'spark-missing',
  find({ spec, columns, data }) {
    return columns.flatMap((column) => {
      if (column.kind !== 'sparkline' || column.spec.tucked) return [];
      if (column.spec.gaps !== 'break' || isBars(column.spec.draw)) return [];
      const names: string[] = [];
      let missing = 0;
      for (const index of shownRecords(data, true)) {
        const gaps = gapsOf(column.series, index);
        missing += gaps;
        if (gaps > 0) names.push(data.records[index]?.name ?? '');
      }
      if (missing === 0) return [];
      const { interval } = column.series.places.course;
      const noun = `${interval ?? 'value'}${missing === 1 ? '' : 's'}`;
      const who = names.length > 3 ? `${names.length} rows` : listed(names.map((name) => `“${name}”`));
      const own = column.spec;
      const call = (gaps: typeof own.gaps) => ({
        name: 'spark.setColumn' as const,
        args: { spark: spec.id, column: own.id, set: [{ path: ['gaps'], to: gaps }] },
      });
      return [
        {
          part: `column:${own.id}` as const,
          title: 'Missing values',
          text: `${who} ${names.length > 1 ? 'are' : 'is'} missing ${missing} ${noun}; the line breaks there.`,
          facts: `${missing} ${names.length}`,
          mends: [
            { say: 'Bridge the gaps', call: call('bridge') },
            { say: 'Count as zero', call: call('zero') },
          ],
        },
      ];
    });
  },
};
