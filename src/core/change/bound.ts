/**
 * Fields of a change that only make sense together: the cells of a column and
 * what they were read as, or the rows of a table and the blocks that hold their
 * cells. Where one of them was changed since, an undo leaves the others, too.
 */
import type { Field, Path } from '../named/fields.ts';
import { fieldAt } from '../named/fields.ts';
import { isProperties } from '../named/same.ts';
import { partsOfRow } from '../table/row-names.ts';

const isIn = (path: Path, ...parts: readonly string[]) => parts.includes(path[2] ?? '');

/** What a field is bound up with, as a text that those have in common; null for one that stands alone. */
export function bondOf(fields: readonly Field[]): (path: Path) => string | null {
  const rows = new Set<string>();
  const columns = new Set<string>();
  for (const { path } of fields) {
    if (path[0] !== 'items') continue;
    if (path.length === 3 && isIn(path, 'base')) rows.add(path[1] ?? '');
    if (path.length === 5 && path[4] === 'block') columns.add(path.slice(0, 4).join('/'));
  }
  return (path) => {
    if (path[0] !== 'items') return null;
    const table = path[1] ?? '';
    const ofRows = isIn(path, 'base', 'inserted', 'removed', 'totals', 'remarks');
    const isBlock =
      isIn(path, 'columns') && (path.length === 4 || path[4] === 'block' || path[4] === 'meta' || path[4] === 'layer');
    if (rows.has(table) && (ofRows || isBlock)) return table;
    const column = path.slice(0, 4).join('/');
    return columns.has(column) && (path[4] === 'block' || path[4] === 'meta') ? column : null;
  };
}

/** Cells that were typed, and rows that were put in, marked or taken out, in a table of a record form. */
function tableAt(record: unknown, path: Path) {
  const table = fieldAt(record, path.slice(0, 2));
  const part = (name: string) => (isProperties(table) && isProperties(table[name]) ? table[name] : {});
  const typed = Object.values(part('columns')).flatMap((column) =>
    isProperties(column) && isProperties(column['typed'])
      ? Object.entries(column['typed']).flatMap(([row, text]) => (text === false ? [] : [row]))
      : [],
  );
  const isFolded = Object.values(part('columns')).some((column) => isProperties(column) && 'layer' in column);
  return { typed, isFolded, inserted: part('inserted'), removed: part('removed') };
}

/** Whether a table was changed by the names of rows, so that rows by their positions mean others by now. */
export function isChangedByName(record: unknown, path: Path): boolean {
  const { typed, isFolded, inserted, removed } = tableAt(record, path);
  return isFolded || typed.length > 0 || Object.keys(inserted).length > 0 || Object.keys(removed).length > 0;
}

/** Whether rows that were put in hold something by now, be it in `folded`, or others were put in behind them. */
export function isFilled(record: unknown, path: Path, folded: ReadonlySet<string>): boolean {
  const [list, , part, run] = path;
  if (list !== 'items' || part !== 'inserted' || path.length !== 4) return false;
  const { typed, inserted } = tableAt(record, path);
  const isOfRun = (row: unknown) => typeof row === 'string' && partsOfRow(row).of === run;
  return (
    typed.some(isOfRun) ||
    [...folded].some(isOfRun) ||
    Object.values(inserted).some((other) => isProperties(other) && isOfRun(other['after']))
  );
}
