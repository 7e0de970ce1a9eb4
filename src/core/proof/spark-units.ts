import { shownRecords } from '../spark/data.ts';
import { listed } from '../table/words.ts';
import type { SparkCheck } from './note.ts';

/** Rows in different units that share one scale. */
export const sparkUnits: SparkCheck = {
  id: 'spark-units',
  find({ spec, columns, data }) {
    if (spec.rows.kind !== 'columns') return [];
    return columns.flatMap((column) => {
      if (column.kind !== 'sparkline' || column.spec.tucked || column.spec.draw === 'win / loss') return [];
      const own = column.spec;
      if (own.scale.of !== 'all rows') return [];
      const units = new Set(
        shownRecords(data).flatMap((index) => {
          const of = data.records[index]?.column;
          return of?.kind === 'number' ? [of.unit ?? 'plain numbers'] : [];
        }),
      );
      if (units.size < 2) return [];
      const call = (of: 'each row' | 'group') => ({
        name: 'spark.setColumn' as const,
        args: { spark: spec.id, column: own.id, set: [{ path: ['scale', 'of'], to: of }] },
      });
      return [
        {
          part: `column:${own.id}` as const,
          title: 'One scale for several units',
          text: `“${column.title}” puts ${listed([...units])} on one scale, which compares what cannot be compared.`,
          facts: [...units].join(),
          mends: [
            ...(spec.order.group === 'unit' ? [{ say: 'One scale for each unit', call: call('group') }] : []),
            { say: 'Each row on its own scale', call: call('each row') },
          ] as [{ say: string; call: ReturnType<typeof call> }],
        },
      ];
    });
  },
};
