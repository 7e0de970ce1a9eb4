import { A_MEASURE } from '../table/measure/say.ts';
import type { SparkCheck } from './note.ts';

/** Sums of rows that do not add up, such as those of percentages, or of what nobody said what it measures. */
export const sparkUnfit: SparkCheck = {
  id: 'spark-unfit',
  find({ spec, data }) {
    const hasSums = data.rows.some((row) => row.kind === 'record' && data.records[row.index]?.members);
    if (spec.order.sums !== 'sum' || !hasSums) return [];
    return data.unfit.map(({ column, name, measure }) => ({
      part: `column:${column}` as const,
      title: 'A sum of what does not add up',
      text: measure
        ? `“${name}” is ${A_MEASURE[measure]}, and the sum of its rows says nothing.`
        : `Nothing says what “${name}” measures, so its rows may not add up. Say it at the head of the column in its table, or take their mean.`,
      facts: `${name} ${measure ?? 'unclear'}`,
      mends: [
        {
          say: 'Take their mean',
          call: { name: 'spark.setOrder', args: { spark: spec.id, order: { sums: 'mean' } } },
        },
      ],
    }));
  },
};
