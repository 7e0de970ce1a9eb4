import { partsBetween } from '../named/parts.ts';
import { shownRecords } from '../spark/data.ts';
import { cellOf } from '../spark/resolve.ts';
import { Sparkline } from '../spark/spec.ts';
import type { SparkCheck } from './note.ts';

/** Values that lie beyond a given scale and are cut off. */
export const sparkBeyond: SparkCheck = {
  id: 'spark-beyond',
  find({ spec, columns, data }) {
    return columns.flatMap((column) => {
      if (column.kind !== 'sparkline' || column.spec.tucked || column.spec.draw === 'win / loss') return [];
      const { floor, ceiling } = column.spec.scale;
      if (typeof floor !== 'number' && typeof ceiling !== 'number') return [];
      let [values, rows] = [0, 0];
      for (const index of shownRecords(data)) {
        const cell = cellOf(column, data, index);
        if (!cell) continue;
        const [low, high] = cell.ends;
        const cut = cell.values.filter((value) => value !== null && (value < low || value > high)).length;
        values += cut;
        if (cut > 0) rows++;
      }
      if (values === 0) return [];
      const own = column.spec;
      const call = (scale: typeof own.scale) => ({
        name: 'spark.setColumn' as const,
        args: { spark: spec.id, column: own.id, set: partsBetween(Sparkline, own, { ...own, scale }) },
      });
      return [
        {
          part: `column:${own.id}` as const,
          title: 'Values beyond the scale',
          text: `${values} ${values === 1 ? 'value' : 'values'} in ${rows} ${rows === 1 ? 'row' : 'rows'} of “${column.title}” lie beyond its scale and are cut off.`,
          facts: `${values} ${rows} ${floor} ${ceiling}`,
          mends: [
            {
              say: 'One scale that holds all values',
              call: call({ of: 'all rows', floor: 'lowest', ceiling: 'highest' }),
            },
          ],
        },
      ];
    });
  },
};
