/**
 * Whole reports as files of their own (`.rizo`): a ZIP with the report, its
 * tables as CSV, the style that it is set by and the typefaces of one's own.
 * docs/formats/bundle.md describes it.
 */
import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from 'fflate';
import Papa from 'papaparse';
import * as z from 'zod';
import { Refusal } from '../core/refusal.ts';
import { type ReportRecord, recordOf, reportOf } from '../core/report/record.ts';
import { type OwnStyle, type Report, type StoredTable, tablesOf } from '../core/report/report.ts';
import { StyleFile, styleFile, styleOfFile } from '../core/report/style-file.ts';
import { putTogether } from '../core/report/tables.ts';
import { readDocument } from '../core/report/upgrade.ts';
import type { Cell, ColumnMeta } from '../core/table/column.ts';
import { type KeptCells, keptCells, type WholeBlock } from '../core/table/kept.ts';
import { rowsOf as namedRows } from '../core/table/row-names.ts';
import { isoOf, msOf } from '../core/time/calendar.ts';
import { unpackedSize } from './archive.ts';
import { safeNames } from './file-name.ts';

/** A family of type with its files, as a bundle carries it. */
export interface CarriedFamily {
  id: string;
  name: string;
  files: { name: string; bytes: Uint8Array }[];
}

export interface Bundle {
  record: ReportRecord;
  /** the cells of its received tables, by their blocks */
  blocks: Record<string, WholeBlock>;
  /** the style of a house by which it is set; null where it has its own */
  house: OwnStyle | null;
  families: CarriedFamily[];
}

const MOST_UNPACKED = 1024 * 1024 * 1024;
const NAME = 'report.json';

/** What stands in `report.json`. */
const Manifest = z.strictObject({
  format: z.literal('rizo-bundle'),
  version: z.literal(1),
  report: z.record(z.string(), z.unknown()),
  /** the files of tables by their ids: values, and texts as received where these say more */
  tables: z.record(
    z.string(),
    z.strictObject({ values: z.string().max(300), received: z.string().max(300).nullable() }),
  ),
  style: z.string().max(300).nullable(),
  families: z
    .array(
      z.strictObject({
        id: z.string().max(60),
        name: z.string().max(200),
        files: z.array(z.string().max(300)).max(60),
      }),
    )
    .max(20),
});

/** What is no value of its column is written behind these signs, and so is a text that begins with the first of them. */
const ESCAPE = '\\';
const [TEXT, NUMBER] = [`${ESCAPE}'`, `${ESCAPE}#`];

const NUMERAL = /^-?(?:\d+(?:\.\d+)?(?:e[+-]?\d+)?|Infinity)$/i;

/** A cell as a text that is read as the same cell again. */
function written(cell: Cell, kind: ColumnMeta['kind']): string {
  if (cell === null) return '';
  if (typeof cell === 'string') return kind === 'text' && cell !== '' && !cell.startsWith(ESCAPE) ? cell : TEXT + cell;
  if (kind === 'number') return String(cell);
  const iso = kind === 'date' && Math.abs(cell) < 8.64e15 ? isoOf(cell) : '';
  return /^\d/.test(iso) && msOf(iso) === cell ? iso : NUMBER + cell;
}

function read(text: string, kind: ColumnMeta['kind']): Cell {
  if (text === '') return null;
  if (text.startsWith(TEXT)) return text.slice(TEXT.length);
  if (text.startsWith(NUMBER)) return Number(text.slice(NUMBER.length));
  // A space, say, is no nought.
  if (kind === 'number') return NUMERAL.test(text) ? Number(text) : Number.NaN;
  return kind === 'date' ? msOf(text) : text;
}

const csv = (rows: readonly (readonly string[])[]): Uint8Array =>
  strToU8(`${Papa.unparse(rows as string[][], { newline: '\r\n' })}\r\n`);

function rowsOf(name: string, bytes: Uint8Array): string[][] {
  const { data, errors } = Papa.parse<string[]>(strFromU8(bytes), {
    delimiter: ',',
    newline: '\r\n',
    skipEmptyLines: false,
  });
  const [wrong] = errors.filter(({ type }) => type === 'Quotes');
  if (wrong)
    throw new Refusal(`“${name}” of the bundle cannot be read: ${wrong.message} in row ${(wrong.row ?? 0) + 1}.`);
  // The last line ends as all do.
  return data.length > 0 && data.at(-1)?.length === 1 && data.at(-1)?.[0] === '' ? data.slice(0, -1) : data;
}

const received = (report: Report): StoredTable[] =>
  tablesOf(report).filter((table): table is StoredTable => table.type === 'table');

/** The columns of a table as rows of texts: titles first, and a row of one cell for a table without columns. */
function rowsOfTable(table: StoredTable, texts: (column: number, row: number) => string): string[][] {
  const head = table.columns.map(({ meta }) => meta.title);
  return [
    head,
    ...Array.from({ length: namedRows(table).count }, (_, row) => head.map((_title, column) => texts(column, row))),
  ];
}

/** A report whose tables have each cell in a block, so that a file of values is all there is to a table. */
function inOnePiece(report: Report, given: Bundle['blocks']): Pick<Bundle, 'blocks'> & { report: Report } {
  const blocks: Record<string, WholeBlock> = {};
  let count = 0;
  const items = report.items.map((item) => {
    if (item.type !== 'table') return item;
    const made = putTogether(
      item,
      (block) => given[block] && keptCells(given[block]),
      () => `cells-${++count}`,
    );
    Object.assign(blocks, made.blocks);
    return made.item;
  });
  return { report: { ...report, items }, blocks };
}

/** Writes a bundle; of cells that are not given it says that they are missing. */
export function writeBundle({ record, blocks: given, house, families }: Bundle): Uint8Array {
  const { report, blocks } = inOnePiece(reportOf(record), given);
  const files: Zippable = {};
  const tables: z.infer<typeof Manifest>['tables'] = {};
  const all = received(report);
  const names = safeNames(
    all.map(({ name }) => name),
    'table',
  );
  all.forEach((table, index) => {
    const columns = table.columns.map(({ meta, block }): KeptCells & { meta: ColumnMeta } => {
      const cells = blocks[block ?? ''];
      if (!cells) throw new Error(`The cells of “${meta.title}” are not there.`);
      return { ...keptCells(cells), meta };
    });
    const values = `tables/${names[index]}.csv`;
    files[values] = csv(
      rowsOfTable(table, (at, row) => written(columns[at]?.cells[row] ?? null, columns[at]?.meta.kind ?? 'text')),
    );
    const hasReceived = columns.some((column) => column.received !== null);
    const texts = hasReceived ? `tables/${names[index]}.as-received.csv` : null;
    if (texts !== null)
      files[texts] = csv(
        rowsOfTable(table, (at, row) => {
          const text = columns[at]?.received?.[row];
          return text === null || text === undefined ? '' : TEXT + text;
        }),
      );
    tables[table.id] = { values, received: texts };
  });
  const carried = families.map(({ id, name, files: fonts }) => ({
    id,
    name,
    files: fonts.map((font, at) => {
      const path = `fonts/${id}/${at + 1}.ttf`;
      files[path] = font.bytes;
      return path;
    }),
  }));
  if (house) files['style.json'] = strToU8(JSON.stringify(styleFile(house), null, 2));
  const manifest: z.infer<typeof Manifest> = {
    format: 'rizo-bundle',
    version: 1,
    report: recordOf(report, record) as Record<string, unknown>,
    tables,
    style: house ? 'style.json' : null,
    families: carried,
  };
  return zipSync(
    { [NAME]: strToU8(JSON.stringify(manifest, null, 2)), ...files },
    { level: 6, mtime: new Date(Date.UTC(2026, 0, 1)) },
  );
}

function unpacked(name: string, bytes: Uint8Array): Record<string, Uint8Array> {
  const broken = new Refusal(`“${name}” cannot be read: it is not a report bundle, or it is damaged.`);
  if (unpackedSize(bytes) > MOST_UNPACKED) throw new Refusal(`“${name}” is over 1 GB once unpacked.`);
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes);
  } catch {
    throw broken;
  }
  if (!files[NAME]) throw broken;
  return files;
}

/** Reads a bundle. Throws a Refusal that says what cannot be read, and where. */
export function readBundle(name: string, bytes: Uint8Array): Bundle {
  const files = unpacked(name, bytes);
  const file = (path: string): Uint8Array => {
    const found = Object.hasOwn(files, path) ? files[path] : undefined;
    if (!found) throw new Refusal(`“${name}” lacks ${path}, which its report names.`);
    return found;
  };
  const jsonOf = (path: string): unknown => {
    try {
      return JSON.parse(strFromU8(file(path)));
    } catch (error) {
      if (error instanceof Refusal) throw error;
      throw new Refusal(`“${name}” cannot be read: its ${path} is not JSON.`);
    }
  };
  const parsed = Manifest.safeParse(jsonOf(NAME));
  if (!parsed.success)
    throw new Refusal(`“${name}” cannot be read: its ${NAME} has a form that this version does not know.`);
  const { report: document, tables, style, families } = parsed.data;
  const record = readDocument(document);
  const blocks: Record<string, WholeBlock> = {};
  for (const table of received(reportOf(record))) {
    const paths = Object.hasOwn(tables, table.id) ? tables[table.id] : undefined;
    if (!paths) throw new Refusal(`“${name}” has no file for the table “${table.name}”.`);
    const values = rowsOf(paths.values, file(paths.values));
    const texts = paths.received === null ? null : rowsOf(paths.received, file(paths.received));
    const { count } = namedRows(table);
    if (table.columns.length > 0 && values.length - 1 !== count)
      throw new Refusal(`“${paths.values}” of the bundle has ${values.length - 1} rows, and its table ${count}.`);
    table.columns.forEach(({ meta, block }, at) => {
      if (block === null) return;
      const cells = Array.from({ length: count }, (_, row) => read(values[row + 1]?.[at] ?? '', meta.kind));
      const wrong = cells.findIndex((cell) => typeof cell === 'number' && Number.isNaN(cell));
      if (wrong >= 0)
        throw new Refusal(
          `“${values[wrong + 1]?.[at] ?? ''}” in row ${wrong + 2} of “${paths.values}” is not a ${meta.kind}.`,
        );
      const own = texts?.slice(1).map((row) => ((row[at] ?? '') === '' ? null : (row[at] ?? '').slice(TEXT.length)));
      blocks[block] = own?.some((text) => text !== null) ? { cells, received: own } : cells;
    });
  }
  let house: OwnStyle | null = null;
  if (style !== null) {
    const kept = StyleFile.safeParse(jsonOf(style));
    if (!kept.success) throw new Refusal(`“${style}” of the bundle is not a house style.`);
    house = styleOfFile(kept.data);
  }
  return {
    record,
    blocks,
    house,
    families: families.map(({ id, name: called, files: fonts }) => ({
      id,
      name: called,
      files: fonts.map((path) => ({ name: path, bytes: file(path) })),
    })),
  };
}
