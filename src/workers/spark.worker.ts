/** Works out the data of large spark tables off the page's main thread. */
import { type SparkData, sparkData } from '../core/spark/data.ts';
import type { SparkTableSpec } from '../core/spark/spec.ts';
import type { HouseStyle } from '../core/style/style.ts';
import type { Column, ColumnMeta, Table } from '../core/table/column.ts';
import { houseLocale } from '../core/text/house-locale.ts';
import type { LocaleId } from '../core/text/locale.ts';
import { type PackedCells, unpackCells } from './packed-cells.ts';

export type SparkRequest =
  | { kind: 'table'; table: Omit<Table, 'columns'> & { columns: { meta: ColumnMeta; cells: PackedCells }[] } }
  | { kind: 'data'; ticket: number; spec: SparkTableSpec; locale: LocaleId; numbers: HouseStyle['numbers'] };

export interface SparkAnswer {
  ticket: number;
  data: SparkData;
}

let table: Table | null = null;

self.onmessage = ({ data: request }: MessageEvent<SparkRequest>) => {
  if (request.kind === 'table') {
    const { columns, ...rest } = request.table;
    table = { ...rest, columns: columns.map(({ meta, cells }): Column => ({ ...meta, cells: unpackCells(cells) })) };
    return;
  }
  if (!table) throw new Error('The table comes before what is asked of it.');
  const data = sparkData(request.spec, table, houseLocale(request.locale, request));
  // The page has the table's cells already.
  const records = data.records.map((record) =>
    record.column ? { ...record, column: { ...record.column, cells: [] } } : record,
  );
  const answer: SparkAnswer = { ticket: request.ticket, data: { ...data, records } };
  self.postMessage(answer);
};
