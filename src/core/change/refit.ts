/** Edits of cells that meet: what was typed here is laid over what was typed elsewhere in the same column. */
import type * as z from 'zod';
import { type ReportRecord, reportOf } from '../report/record.ts';
import { storedTableIn } from '../report/report.ts';
import type { Call, Change } from './change.ts';
import { CellsEdit } from './commands/table.ts';
import type { BlockCells } from './wire.ts';

type Blocks = Readonly<Record<string, BlockCells>>;
type Edit = z.infer<typeof CellsEdit>;

const TYPED = 'table.setCells';

function editIn({ name, args }: Pick<Call, 'name' | 'args'>): Edit | null {
  const parsed = name === TYPED ? CellsEdit.safeParse(args) : null;
  return parsed?.success ? parsed.data : null;
}

/** True when typing in cells, which moves no row, leads from one block of a column to another. */
function isTypedOver(edits: readonly Edit[], table: string, key: string, from: string, to: string): boolean {
  let at = from;
  for (const edit of edits) {
    const next =
      edit.table === table ? edit.columns.find((column) => column.key === key && column.from === at) : undefined;
    if (next) at = next.block;
  }
  return at === to;
}

export interface Refitted {
  call: Call;
  /** blocks that take the place of those the call named */
  blocks: Blocks;
}

/**
 * A call that types into cells, made to fit a report in which others typed in
 * the same columns since (`changes`, the oldest first). What cannot be made to
 * fit is given back as it is, and its command refuses it.
 */
export function refitCells(
  call: Call,
  blocks: Blocks,
  record: ReportRecord,
  changes: readonly Change[],
  newId: () => string,
): Refitted {
  const asItIs = { call, blocks: {} };
  const edit = editIn(call);
  const table = edit && storedTableIn(reportOf(record), edit.table);
  if (!edit || !table) return asItIs;
  const edits = changes.flatMap((change) => editIn(change) ?? []);
  const made: Record<string, BlockCells> = {};
  const columns: Edit['columns'] = [];
  for (const cells of edit.columns) {
    const now = table.columns.find(({ meta }) => meta.key === cells.key)?.block;
    if (now === cells.from) {
      columns.push(cells);
      continue;
    }
    const block = blocks[cells.block];
    if (now === undefined || !block || !('of' in block)) return asItIs;
    if (!isTypedOver(edits, edit.table, cells.key, cells.from, now)) return asItIs;
    const { at, insert, received } = block.splice;
    const remove = Math.min(insert.length, table.rows - at);
    if (remove < 0) return asItIs;
    const id = newId();
    made[id] = { of: now, splice: { at, remove, insert, ...(received && { received }) } };
    columns.push({ key: cells.key, from: now, block: id });
  }
  if (Object.keys(made).length === 0) return asItIs;
  const args: Edit = { ...edit, rows: Math.max(edit.rows, table.rows), columns };
  return { call: { ...call, args }, blocks: made };
}
