/** Fields of a report in words. */

import { plainProse } from '../document/prose.ts';
import { kindOf, sayItem } from '../item/kinds.ts';
import type { Path } from '../named/fields.ts';
import { type Report, storedColumns, tableIn } from '../report/report.ts';
import { isHouseColour } from '../style/by-house.ts';
import { lettersOf } from '../text/letters.ts';
import { plainWords, type Words } from '../text/rich.ts';

const PLAIN: Readonly<Record<string, string>> = {
  leftAxis: 'left axis',
  rightAxis: 'right axis',
  dateAxis: 'date axis',
  valuesMoved: 'place of a value',
  nameMoved: 'place of a name',
  calculations: 'calculated column',
  asides: 'note set aside',
  plotLeft: 'left edge of the plot',
  plotRight: 'right edge of the plot',
};

/** "rowHeight" as "row height". */
const spaced = (step: string) => PLAIN[step] ?? step.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

/** The title of a column of a table, or its key where it is calculated or made from others. */
function titleOf(report: Report, table: string, key: string): string {
  const found = tableIn(report, table);
  const stored = storedColumns(found).find(({ meta }) => meta.key === key);
  return stored?.meta.title ?? found?.calculations.find((calculation) => calculation.key === key)?.title ?? key;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** A field of the manuscript, as a subject. */
function sayManuscript({ manuscript }: Report, [, list, id, ...rest]: Path): string {
  if (list !== 'blocks') return `The ${spaced(rest.at(-1) ?? id ?? list ?? '')} of the manuscript`;
  const block = manuscript.blocks.find((one) => one.id === id);
  if (!block) return 'A part of the text that was removed';
  const what =
    block.type === 'words'
      ? block.role === 'heading'
        ? 'heading'
        : 'paragraph'
      : block.type === 'figure'
        ? 'placed figure'
        : block.type === 'numbers'
          ? 'table of numbers'
          : block.type;
  const begins = block.type === 'words' ? plainProse(block.words, () => '…').slice(0, 30) : '';
  const name = begins === '' ? what : `${what} “${begins}…”`;
  return rest.length === 0 || rest[0] === 'words' ? `The ${name}` : `The ${spaced(rest.at(-1) ?? '')} of the ${name}`;
}

/** A field as a subject, such as "The title of “Passengers”" or "The weight of line “Harbour” of “Passengers”". */
export function sayPath(report: Report, path: Path): string {
  const [first = '', id = '', ...rest] = path;
  if (first === 'manuscript') return sayManuscript(report, path);
  if (first !== 'items') return capital(`the ${spaced(path.at(-1) ?? first)} of the report`);
  const item = report.items.find((candidate) => candidate.id === id);
  if (!item) return 'Something that was removed';
  const of = `“${item.name}”`;
  if (rest.length === 0) return capital(sayItem(item));
  const [list = '', name = '', ...within] = rest;
  const { sayField, sayPart, tableOf } = kindOf(item);
  const field = sayField?.(item, rest) ?? null;
  if (field !== null) return field;
  const part = sayPart(item, list, name, (key) => titleOf(report, tableOf(item) ?? item.id, key));
  if (part !== null && within.length === 0) return capital(`${part} of ${of}`);
  const last = spaced(rest.at(-1) ?? list);
  if (part !== null) return `The ${last} of ${part} of ${of}`;
  return list === 'words' || rest.length < 2 ? `The ${last} of ${of}` : `The ${spaced(list)} (${last}) of ${of}`;
}

const isWords = (value: unknown): value is Words =>
  typeof value === 'string' || (Array.isArray(value) && value.every((run) => typeof run === 'object' && run !== null));

const isOfTable = (path: Path, part: string, length: number) =>
  path[0] === 'items' && path.includes(part) && path.length === length;

/** From about 1973 on: less than that is a value or a year, and not the milliseconds of a day. */
const LEAST_MS = 1e11;
/** A place along an axis of dates, which only its table can say. */
const isDay = (value: number, path: Path) =>
  Math.abs(value) >= LEAST_MS && ['at', 'from', 'to'].includes(path.at(-1) ?? '');

/** A value of a field in a few words, for a note on a change; null for what has no short form. */
export function sayValue(value: unknown, path: Path = []): string | null {
  if (isOfTable(path, 'typed', 6) && (value === undefined || value === null || value === ''))
    return value === undefined ? 'as received' : 'empty';
  if (isOfTable(path, 'totals', 4)) return value === true ? 'a total' : 'no total';
  if (value === undefined) return 'nothing';
  if (value === null) return 'automatic';
  if (value === '') return 'empty';
  if (value === 'house' || isHouseColour(value)) return 'as in the house style';
  if (typeof value === 'number') return isDay(value, path) ? null : String(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (!isWords(value)) return null;
  const text = plainWords(value, ({ kind }, part) => `‹${part === 'sentence' ? kind : part}›`);
  return `“${lettersOf(text).length > 60 ? `${lettersOf(text).slice(0, 60).join('')}…` : text}”`;
}
