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
      title: 'A sum that does not add up',
      text: measure
        ? `“${name}” is ${A_MEASURE[measure]}, so the sum of its rows means nothing.`
        : `It is not known what “${name}” measures, so its rows may not add up. Say so in the head of the column in its table, or use their mean.`,
      facts: `${name} ${measure ?? 'unclear'}`,
      mends: [
        {
          say: 'Use their mean',
          call: { name: 'spark.setOrder', args: { spark: spec.id, order: { sums: 'mean' } } },
        },
      ],
    }));
  },
};
