import { placesOf, shownRecords } from '../spark/data.ts';
import { yearsBeforeAt } from '../spark/series.ts';
import type { SparkCheck } from './note.ts';

/** Bands of past years behind sparklines that have fewer years than are said. */
export const sparkYears: SparkCheck = {
  id: 'spark-years',
  find({ columns, data }) {
    return columns.flatMap((column) => {
      if (column.kind !== 'sparkline' || column.spec.tucked) return [];
      const { reference } = column.spec;
      if (typeof reference !== 'object' || !('years' in reference)) return [];
      const { series } = column;
      let [rows, least] = [0, reference.years];
      for (const record of shownRecords(data, true)) {
        const own = yearsBeforeAt(series.grid, record, placesOf(series, record), reference.years);
        const fewest = Math.min(...own.map(({ length }) => length));
        if (fewest < reference.years) rows++;
        least = Math.min(least, fewest);
      }
      if (rows === 0) return [];
      return [
        {
          part: `column:${column.spec.id}` as const,
          title: 'Fewer years than stated',
          text: `The band says ${reference.years} years; in ${rows === 1 ? 'one row' : `${rows} rows`} some points have fewer, as few as ${least}.`,
          facts: `${reference.years} ${rows} ${least}`,
          mends: [{ say: 'Set its years', open: `column:${column.spec.id}` as const }],
        },
      ];
    });
  },
};
