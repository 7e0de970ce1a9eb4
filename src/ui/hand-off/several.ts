/** Several things in several forms as one archive. */
import { type Zippable, zip } from 'fflate';
import { splitColumns } from '../../core/figure/panels/draft.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import { nameOfPanel } from '../../core/figure/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { kindOf, numberedItems } from '../../core/item/kinds.ts';
import type { Report, ReportItem } from '../../core/report/report.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { safeName } from '../../formats/file-name.ts';
import { type FileWish, fetchFile, readyToTake } from './take.ts';

/** A thing that can be handed off, with its number among those of its kind. */
export interface Listed {
  item: ReportItem;
  number: number;
}

/** All things of a report that can be handed off. */
export const listedIn = (report: Report): Listed[] =>
  numberedItems(report).filter(({ item }) => kindOf(item).set !== null);

/** A part of a figure that becomes a file of its own. */
export interface FilePart {
  name: string;
  wish: FileWish;
}

/** What a figure can be handed off as one of each of: its panels, or the categories of a column. */
export function partsOf(figure: FigureSpec, table: Table, style: HouseStyle): { of: string; parts: FilePart[] }[] {
  if (figure.panels) {
    const { list, of } = resolveFigure(figure, table, style).panels;
    const parts = list.map((panel) => ({ name: nameOfPanel(panel), wish: { panel: panel.key } }));
    return [{ of: of ? [of.by, of.down].filter(Boolean).join(' and ') : 'panel', parts }];
  }
  return splitColumns(table, figure.across).map((column) => {
    const categories = [...new Set(column.cells.flatMap((cell) => (cell === null ? [] : [String(cell)])))];
    const parts = categories.map((category) => ({ name: category, wish: { by: column.key, category } }));
    return { of: readTitle(column.title).name, parts };
  });
}

/** One file that is to be made. */
export interface Wanted {
  thing: Listed;
  form: string;
  part: FilePart | null;
}

/** A file name of the number and the title of a thing, without its ending. */
function nameOf({ thing: { item, number }, form, part }: Wanted): string {
  const whole = [kindOf(item).noun, String(number), item.name, ...(part ? [part.name] : [])].join(' ');
  // Two forms of one ending stand beside each other.
  return safeName(whole, 'file') + (form === 'svg-outlines' ? '-outlines' : form === 'spec' ? '-spec' : '');
}

export interface Made {
  archive: Blob | null;
  /** what could not be made, and why */
  failed: { name: string; why: string }[];
}

const MOST_IN_A_NAME = 1000;

function freeName(name: string, ending: string, files: Zippable): string {
  for (let count = 1; count < MOST_IN_A_NAME; count++) {
    const free = `${name}${count === 1 ? '' : `-${count}`}.${ending}`;
    if (!(free in files)) return free;
  }
  return `${name}-${crypto.randomUUID()}.${ending}`;
}

/** What is packed already gains nothing by being packed again. */
const PACKED = new Set(['png', 'pdf', 'docx']);

/**
 * Makes files one after the other and puts them into an archive; `onDone` hears
 * how many are made. What cannot be made is named, and the others are there all
 * the same. Throws where `signal` gives it up.
 */
export async function makeSeveral(
  report: string,
  wanted: readonly Wanted[],
  onDone: (count: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const unsaved = await readyToTake();
  if (unsaved !== null) return { archive: null, failed: [{ name: '', why: unsaved }] };
  const files: Zippable = {};
  const failed: Made['failed'] = [];
  for (const [index, one] of wanted.entries()) {
    signal.throwIfAborted();
    const taken = await fetchFile(report, one.thing.item.id, { as: one.form, ...one.part?.wish }, signal);
    const name = nameOf(one);
    if ('error' in taken) failed.push({ name, why: taken.error });
    else {
      const ending = taken.name.split('.').at(-1) ?? '';
      const bytes = new Uint8Array(await taken.blob.arrayBuffer());
      files[freeName(name, ending, files)] = [bytes, { level: PACKED.has(ending) ? 0 : 6 }];
    }
    onDone(index + 1);
  }
  if (Object.keys(files).length === 0) return { archive: null, failed };
  const packed = await new Promise<Uint8Array>((done, refused) =>
    zip(files, (error, data) => (error ? refused(error) : done(data))),
  );
  return { archive: new Blob([new Uint8Array(packed)], { type: 'application/zip' }), failed };
}
