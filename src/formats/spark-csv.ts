/** The numbers of a spark table as delimited text. */
import { sayPlace } from '../core/spark/data.ts';
import type { ResolvedColumn, ResolvedSparkTable } from '../core/spark/resolve.ts';
import type { Locale } from '../core/text/locale.ts';
import { type CsvCell, csvOf, plainNumber } from './csv-out.ts';

/** A column of the spark table as columns of the text: the header and the cell of each record. */
function columnsOf(column: ResolvedColumn, locale: Locale): { head: string; cell(record: number): CsvCell }[] {
  switch (column.kind) {
    case 'text':
      return [{ head: column.title || 'Name', cell: (record) => column.cells[record] ?? '' }];
    case 'number': {
      const { values, asides } = column.cells;
      const { spec, title } = column;
      const isPercent = spec.kind === 'derived' && spec.what === 'change on the year';
      const times = isPercent ? 100 : 1;
      const number = {
        head: isPercent ? `${title}, %` : title,
        cell: (record: number) => plainNumber((values[record] ?? Number.NaN) * times),
      };
      return asides ? [number, { head: `${column.title}, at`, cell: (record) => asides[record] ?? '' }] : [number];
    }
    case 'level bars':
      return [{ head: column.title, cell: (record) => plainNumber(column.values[record]) }];
    case 'sparkline': {
      const { grid, places } = column.series;
      const { course, from, to } = places;
      return Array.from({ length: to - from }, (_, index) => ({
        head: course.dates ? (course.at[from + index] ?? '') : sayPlace(course, from + index, locale),
        cell: (record: number) => plainNumber(grid.data[record * grid.stride + from + index]),
      }));
    }
  }
}

/**
 * The rows of a spark table as they are shown, with plain numbers in full: the
 * values of each sparkline by period, once where several run through the same.
 * Texts that a spreadsheet would take for a formula are marked as text, unless
 * the text is to be `exact`.
 */
export function sparkCsv({ spec, data, columns }: ResolvedSparkTable, locale: Locale, exact = false): string {
  const seen = new Set<unknown>();
  const written = columns.flatMap((column) => {
    if (column.kind === 'sparkline') {
      const { places } = column.series;
      const key = `${column.spec.column} ${column.spec.over.join()} ${places.from} ${places.to}`;
      if (seen.has(key)) return [];
      seen.add(key);
    }
    return columnsOf(column, locale);
  });
  const hasGroups = spec.order.group !== null;
  const head = [...(hasGroups ? ['Group'] : []), ...written.map((column) => column.head)];
  const rows = data.rows.flatMap((row) => {
    if (row.kind === 'heading') return [];
    const group = data.records[row.index]?.group ?? '';
    return [[...(hasGroups ? [group] : []), ...written.map(({ cell }) => cell(row.index))]];
  });
  return csvOf([head, ...rows], exact);
}
