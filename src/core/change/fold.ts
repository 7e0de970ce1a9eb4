/**
 * Texts that were typed into many cells are put together in a block by the
 * server, so that a document stays short. Nothing that is seen changes by it, so
 * it is nobody's change, clashes with none, and cannot be taken back by itself;
 * what was typed before it can.
 */
import { type Field, FieldsPut, fieldAt, type Path } from '../named/fields.ts';
import { isProperties, isSame, own } from '../named/same.ts';
import { isReceived, type Report, type StoredTable, tablesOf } from '../report/report.ts';
import type { Cell } from '../table/column.ts';
import { layerBlock, textsOfLayer } from '../table/layer.ts';
import { type TypedTexts, withTyped } from '../table/typed-cells.ts';
import type { Change } from './change.ts';

export const FOLD = 'table.fold';
export const FOLD_LABEL = 'typed cells merged';

/** From so many typed cells of a table on. */
export const FOLD_FROM = 2000;

/** Received tables into which so much was typed. */
export const longTables = (report: Report, from = FOLD_FROM): StoredTable[] =>
  tablesOf(report)
    .filter(isReceived)
    .filter(({ columns }) => columns.reduce((sum, { typed }) => sum + Object.keys(typed).length, 0) >= from);

/** Texts by the keys of columns and the names of rows. */
type Texts = Readonly<Record<string, TypedTexts>>;

/** A change that put typed cells together: its fields, and what stood in layers before where it set something else. */
export interface Fold {
  fields: readonly Field[];
  under: Texts;
}

/** What puts the typed cells of a table together, and new blocks. */
export function foldOf(
  { id, columns }: StoredTable,
  cellsOf: (block: string) => readonly Cell[],
  newId: () => string,
): Fold & { blocks: Record<string, Cell[]> } {
  const fields: Field[] = [];
  const under: Record<string, Record<string, string | null>> = {};
  const blocks: Record<string, Cell[]> = {};
  for (const { meta, layer, typed } of columns) {
    if (Object.keys(typed).length === 0) continue;
    const at = ['items', id, 'columns', meta.key];
    const block = newId();
    const before = layer === undefined ? {} : textsOfLayer(cellsOf(layer));
    blocks[block] = layerBlock(withTyped(before, typed));
    fields.push({ path: [...at, 'layer'], ...(layer !== undefined && { from: layer }), to: block });
    // All of them at once, since there are many.
    fields.push({ path: [...at, 'typed'], from: typed, to: {} });
    const covered = Object.keys(typed).flatMap((row) => {
      const text = own(before, row);
      return text === undefined || text === false ? [] : [[row, text] as const];
    });
    if (covered.length > 0) under[meta.key] = Object.fromEntries(covered);
  }
  return { fields, under, blocks };
}

/** The blocks that fields of such a change name, made here of what they say; those over a block that is not known are left out. */
export function layersOf(
  fields: readonly Field[],
  cellsOf: (block: string) => readonly Cell[] | null | undefined,
): Map<string, Cell[]> {
  const made = new Map<string, Cell[]>();
  for (const { path, from, to } of fields) {
    if (path[4] !== 'layer' || typeof to !== 'string') continue;
    const under = typeof from === 'string' ? cellsOf(from) : [];
    const typed = fields.find((field) => field.path[3] === path[3] && field.path[4] === 'typed')?.from;
    if (under) made.set(to, layerBlock(withTyped(textsOfLayer(under), texts(typed))));
  }
  return made;
}

/** Whether fields are those of a change that only put typed cells together. */
export const isFold = (fields: readonly Field[]): boolean =>
  fields.length > 0 && fields.every(({ path }) => path.length === 5 && (path[4] === 'layer' || path[4] === 'typed'));

/** Changes that put typed cells together after a change, the oldest first. */
export const foldsAfter = (changes: Iterable<Change>, revision: number): Fold[] =>
  [...changes]
    .filter((change) => change.name === FOLD && change.revision > revision)
    .sort((a, b) => a.revision - b.revision)
    .map(({ fields, args }) => {
      const under = isProperties(args) && isProperties(args['under']) ? (args['under'] as Texts) : {};
      return { fields, under };
    });

const texts = (value: unknown): TypedTexts => (isProperties(value) ? (value as TypedTexts) : {});

const isAt = (path: Path, ...steps: Path) =>
  path.length === steps.length && path.every((step, at) => step === steps[at]);

/** Those of some folds, the oldest first, that are in the layer of a column, with the layer before them. */
function inForce(record: unknown, path: Path, folds: readonly Fold[]) {
  let layer = fieldAt(record, [...path, 'layer']);
  const found: { typed: TypedTexts; under: TypedTexts }[] = [];
  for (const { fields, under } of folds.toReversed()) {
    const of = (part: string) => fields.find((field) => isAt(field.path, ...path, part));
    const made = of('layer');
    if (!made || layer === undefined || made.to !== layer) continue;
    found.unshift({ typed: texts(of('typed')?.from), under: under[path.at(-1) ?? ''] ?? {} });
    layer = made.from;
  }
  return { layer, folds: found };
}

/** A column within a record form: the path to it. */
const columnIn = (path: Path): Path | null =>
  path[0] === 'items' && path[2] === 'columns' && path.length > 4 ? path.slice(0, 4) : null;

/**
 * A field of a typed cell as it is said after cells were put together: what
 * stood there before and after the change, as it is laid over the layer of
 * today. Null where it is said as it was.
 */
export function fieldToday(record: unknown, { path, from, to }: Field, folds: readonly Fold[]): Field | null {
  const column = columnIn(path);
  const row = path[5];
  if (folds.length === 0 || !column || path[4] !== 'typed' || row === undefined) return null;
  const held = inForce(record, column, folds).folds.filter(({ typed }) => Object.hasOwn(typed, row));
  const [first, last] = [held[0], held.at(-1)];
  if (!first || !last) return null;
  const [then, now] = [own(first.under, row), own(last.typed, row)];
  // What stood in the cell: a text, null where it was emptied, false where it was as received.
  const meant = (value: unknown, under: unknown) =>
    value ?? (value === null ? null : (under ?? (under === null ? null : false)));
  const [was, is] = [meant(from, then), meant(to, then)];
  const said = (value: unknown) => (isSame(value, now) ? undefined : value);
  const stands = fieldAt(record, path);
  return { path, from: said(was), to: isSame(meant(stands, now), is) ? stands : said(is) };
}

/** Rows of a table that hold something in what was put together. */
export function rowsFolded(record: unknown, table: string, folds: readonly Fold[]): Set<string> {
  const columns = fieldAt(record, ['items', table, 'columns']);
  const rows = new Set<string>();
  for (const key of isProperties(columns) ? Object.keys(columns) : []) {
    const path = ['items', table, 'columns', key];
    const typed = texts(fieldAt(record, [...path, 'typed']));
    const held: TypedTexts = Object.assign({}, ...inForce(record, path, folds).folds.map((fold) => fold.typed));
    for (const [row, text] of Object.entries(held)) if (text !== false && own(typed, row) === undefined) rows.add(row);
  }
  return rows;
}

/**
 * A record form in which the columns that some fields are of stand as they were
 * typed, and not put together by what was folded after those fields were set.
 */
export function unfolded(record: unknown, fields: readonly Field[], folds: readonly Fold[]): unknown {
  if (folds.length === 0) return record;
  const made = new FieldsPut(record);
  const columns = new Map(
    fields.flatMap(({ path }) => (columnIn(path) ? [[path.slice(0, 4).join('/'), path.slice(0, 4)]] : [])),
  );
  for (const path of columns.values()) {
    if (!isProperties(fieldAt(record, path))) continue;
    const { layer, folds: own } = inForce(record, path, folds);
    if (own.length === 0) continue;
    made.put([...path, 'layer'], layer);
    const typed = [...own.map((fold) => fold.typed), texts(fieldAt(record, [...path, 'typed']))];
    made.put([...path, 'typed'], Object.assign({}, ...typed));
  }
  return made.record;
}
