import type { Cell, Table } from '../table/column.ts';
import type { TableItem } from './report.ts';

/** Splits a table into what stands in the report and the blocks of cells stored beside it. */
export function packTable(
  id: string,
  table: Table,
  newBlockId: () => string,
): { item: TableItem; blocks: Record<string, Cell[]> } {
  const blocks: Record<string, Cell[]> = {};
  const columns = table.columns.map(({ cells, ...meta }) => {
    const block = newBlockId();
    blocks[block] = [...cells];
    return { meta, block };
  });
  return {
    item: {
      type: 'table',
      id,
      name: table.title.slice(0, 200),
      rows: table.rows,
      columns,
      totals: [...table.totals],
      remarks: table.remarks.slice(0, 500).map((remark) => ({ ...remark, text: remark.text.slice(0, 1000) })),
    },
    blocks,
  };
}
