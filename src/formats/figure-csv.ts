/** The values that a figure draws, as delimited text. */
import type { ResolvedFigure } from '../core/figure/resolve.ts';
import { drawnValues } from '../core/figure/values.ts';
import { isoOf } from '../core/time/calendar.ts';
import { csvOf, plainNumber } from './csv-out.ts';

/** A row for each place of each panel, dates in ISO 8601 and numbers in full; see `csvOf` for `exact`. */
export function figureCsv(figure: ResolvedFigure, exact: boolean): string {
  const { heads, rows } = drawnValues(figure);
  const isDate = figure.across.kind === 'date';
  const placeOf = (key: number | string) => (isDate && typeof key === 'number' ? isoOf(key) : key);
  return csvOf(
    [
      [...heads.names, heads.place, ...heads.values],
      ...rows.map(({ names, key, values }) => [...names, placeOf(key), ...values.map(plainNumber)]),
    ],
    exact,
  );
}
