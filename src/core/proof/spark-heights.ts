import { decimalsFor } from '../figure/fields.ts';
import { derivedOf } from '../spark/data.ts';
import { isBars } from '../spark/look.ts';
import { formatNumber } from '../text/number.ts';
import type { Mend } from './note.ts';
import type { SparkCheck } from './spark-proof.ts';

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
      for (const row of data.rows) {
        const record = row.kind === 'record' ? data.records[row.index] : undefined;
        if (row.kind !== 'record' || !record || record.members) continue;
        const high = derivedOf(column.series, row.index, 'high');
        if (!high) continue;
        if (!lowest || high.value < lowest.value) lowest = { name: record.name, value: high.value };
        if (!highest || high.value > highest.value) highest = { name: record.name, value: high.value };
      }
      if (!lowest || !highest || highest.value === lowest.value) return [];
      const decimals = decimalsFor({ values: [lowest.value, highest.value], decimals: null });
      const write = (value: number) => formatNumber(value, decimals, locale);
      const own = column.spec;
      const mends: Mend[] = [
        {
          say: 'One scale for all rows',
          call: {
            name: 'spark.setColumn',
            args: { spark: spec.id, column: { ...own, scale: { ...own.scale, of: 'all rows' } } },
          },
        },
      ];
      if (own.title !== null)
        mends.push({
          say: 'Say it in the header',
          call: { name: 'spark.setColumn', args: { spark: spec.id, column: { ...own, title: null } } },
        });
      const [mend, ...others] = mends;
      if (!mend) return [];
      return [
        {
          part: `column:${own.id}` as const,
          title: 'Heights do not compare',
          text: `In “${column.title}” a ${isBars(own.draw) ? 'full-height column' : 'full-height peak'} means ${write(lowest.value)} in ${lowest.name} and ${write(highest.value)} in ${highest.name}.`,
          facts: `${lowest.value} ${highest.value}`,
          mends: [mend, ...others],
        },
      ];
    });
  },
};
