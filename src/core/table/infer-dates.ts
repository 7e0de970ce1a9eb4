/** Telling columns of dates from their texts. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { addUnits, DAY, floorTo } from '../time/calendar.ts';
import { formatPeriod } from '../time/format.ts';
import { distinctSorted, findInterval, type Interval, sayInterval, unitOf } from '../time/interval.ts';
import type { Column } from './column.ts';
import { DATE_SHAPES, type DateShape, YEAR_SHAPE, yearTitle } from './dates.ts';
import { countRead, type Inferred, isEnough, readAll, sampleOf, type TextColumn } from './infer-texts.ts';
import type { Finding, OtherReading } from './reading.ts';
import { listed } from './words.ts';

const ENGLISH = localeOf(LOCALES[0]);

/** Two ways of writing that use the same marks: only days above 12 tell them apart. */
const SLASHED = ['month-day', 'day-month'];

/** The shapes under which most of a sample reads, best first. */
function shapesThatFit(texts: readonly string[], title: string, first: boolean): DateShape[] {
  const year = YEAR_SHAPE.read(texts[0] ?? '') !== null && areAxisYears(texts, title, first);
  const candidates = year ? [YEAR_SHAPE] : DATE_SHAPES;
  return candidates
    .map((shape) => ({ shape, count: countRead(texts, shape.read) }))
    .filter(({ count }) => isEnough(texts.length - count, texts.length))
    .sort((a, b) => b.count - a.count)
    .map(({ shape }) => shape);
}

/**
 * True when numbers like years are the axis and not a measure (the year a ship
 * was built): the title is just "Year", or it speaks of a year and the years
 * never fall, or they rise from row to row in the first column.
 */
function areAxisYears(texts: readonly string[], title: string, first: boolean): boolean {
  const says = yearTitle(title);
  if (says === 'is') return true;
  if (texts.length < 3 || (says === 'no' && !first)) return false;
  const years = texts.map((text) => (YEAR_SHAPE.read(text) === null ? Number.NaN : Number(text)));
  const least = says === 'has' ? 0 : 1;
  return years.every((year, index) => index === 0 || year - (years[index - 1] ?? Number.NaN) >= least);
}

/** The last day of the period that begins at `start`. */
const lastDay = (start: number, interval: Interval) => addUnits(start, unitOf(interval), 1) - DAY;

/**
 * The interval of sorted dates, and the start of the last period when its date
 * lies inside it while all others end theirs: month ends up to 12 October.
 */
function intervalOf(sorted: readonly number[], least: Interval): { interval: Interval; unfinishedFrom: number | null } {
  const interval = findInterval(sorted, least);
  const last = sorted.at(-1) ?? 0;
  const before = sorted.slice(0, -1);
  if (before.length < 3 || interval === 'month' || interval === 'quarter' || interval === 'year')
    return { interval, unfinishedFrom: null };
  const coarser = findInterval(before, least);
  if (coarser !== 'month' && coarser !== 'quarter' && coarser !== 'year') return { interval, unfinishedFrom: null };
  const unit = unitOf(coarser);
  const previous = before.at(-1) ?? 0;
  const start = floorTo(last, unit);
  const follows = start === addUnits(floorTo(previous, unit), unit, 1);
  const ended = previous === lastDay(floorTo(previous, unit), coarser);
  return follows && ended && last < lastDay(start, coarser)
    ? { interval: coarser, unfinishedFrom: start }
    : { interval, unfinishedFrom: null };
}

const readAs = (key: string, shape: DateShape): OtherReading['reading'] => ({
  columns: { [key]: { as: 'date', shape: shape.id } },
});

/** The column read by one shape. */
function readBy(column: TextColumn, shape: DateShape, others: readonly OtherReading[]): Inferred {
  const { cells } = readAll(column.texts, shape.read);
  const sorted = distinctSorted(cells.filter((cell) => typeof cell === 'number'));
  const { interval, unfinishedFrom } = intervalOf(sorted, shape.least);
  const { key, title } = column;
  const [from = 0, to = 0] = [sorted[0], sorted.at(-1)];
  const span = `${formatPeriod(from, interval, ENGLISH)} to ${formatPeriod(to, interval, ENGLISH)}`;
  const findings: Finding[] = [
    { column: key, text: `${title}: dates written ${shape.name}, ${sayInterval(interval)}, ${span}.`, others },
  ];
  if (unfinishedFrom !== null)
    findings.push({
      column: key,
      text: `${title}: ${formatPeriod(unfinishedFrom, interval, ENGLISH)} is unfinished: its date is inside the ${interval}, and those before end theirs.`,
      others: [{ say: 'It is finished', reading: { unfinished: false } }],
    });
  const made: Column = { key, title, kind: 'date', interval, shape: shape.id, cells };
  return { column: unfinishedFrom === null ? made : { ...made, unfinishedFrom }, findings };
}

/** The column read by the shape its user chose; what does not fit stays as typed. */
export function readDatesBy(column: TextColumn, shapeId: string): Inferred {
  const shape = [...DATE_SHAPES, YEAR_SHAPE].find(({ id }) => id === shapeId) ?? YEAR_SHAPE;
  return readBy(column, shape, [{ say: 'Keep it as text', reading: { columns: { [column.key]: { as: 'text' } } } }]);
}

/**
 * Dates when one shape reads nearly all of the texts, else null. `known` is the
 * order of day and month that another column of the table has shown.
 */
export function asDates(
  column: TextColumn,
  filled: readonly string[],
  first: boolean,
  known: string | undefined,
): Inferred | null {
  const shapes = shapesThatFit(sampleOf(filled), column.title, first);
  const counted = shapes.map((shape) => ({ shape, count: countRead(filled, shape.read) }));
  const [richest] = counted;
  if (!richest) return null;
  const { shape: best, count: most } = counted.reduce((a, b) => (b.count > a.count ? b : a), richest);
  if (!isEnough(filled.length - most, filled.length)) return null;
  const { key, title } = column;
  const plain: OtherReading =
    best === YEAR_SHAPE
      ? { say: 'Read them as numbers', reading: { columns: { [key]: { as: 'number', decimal: '.' } } } }
      : { say: 'Keep it as text', reading: { columns: { [key]: { as: 'text' } } } };
  const rivals = SLASHED.includes(best.id)
    ? counted.flatMap(({ shape, count }) => (SLASHED.includes(shape.id) && count === most ? [shape] : []))
    : [];
  // Every date the same in both readings (01/01, 02/02) leaves nothing to ask.
  const sample = filled.find((text) => new Set(rivals.map((rival) => rival.read(text))).size > 1);
  if (rivals.length < 2 || sample === undefined) return { ...readBy(column, best, [plain]), decided: best.id };
  const agreed = rivals.find(({ id }) => id === known);
  if (agreed) {
    const others = rivals.filter((rival) => rival !== agreed);
    return readBy(column, agreed, [
      ...others.map((other) => ({ say: `Read them as ${other.name}`, reading: readAs(key, other) })),
      plain,
    ]);
  }
  const read = readBy(column, best, [plain]);
  const says = (rival: DateShape) => formatPeriod(rival.read(sample) ?? 0, 'day', ENGLISH);
  read.findings.unshift({
    column: key,
    asks: true,
    text: `${title}: is “${sample}” ${listed(rivals.map(says)).replace(' and ', ' or ')}? Nothing in the column decides.`,
    others: rivals.map((rival) => ({ say: `It is ${says(rival)}`, reading: readAs(key, rival) })),
  });
  return read;
}

/** The lines whose dates are of different shapes, when a column looks like dates but has no one shape. */
export function mixedDates(column: TextColumn, filled: readonly string[]): Finding[] {
  // A column without a date among its first filled cells is plain text.
  if (!filled.slice(0, 50).some((text) => DATE_SHAPES.some((shape) => shape.read(text) !== null))) return [];
  const seen = new Map<DateShape, string | number>();
  let read = 0;
  column.texts.slice(0, 5000).forEach((text, row) => {
    const shape = DATE_SHAPES.find((candidate) => candidate.read(text) !== null);
    if (!shape) return;
    read++;
    if (!seen.has(shape)) seen.set(shape, column.placeOf(row));
  });
  if (seen.size < 2 || read < 0.5 * Math.min(filled.length, 5000)) return [];
  const named = listed([...seen].map(([{ name }, line]) => `${name} on line ${line}`));
  return [
    {
      column: column.key,
      text: `${column.title}: dates are written in several ways (${named}), so the column was kept as text.`,
      others: [...seen.keys()].map((shape) => ({
        say: `Read those written ${shape.name}`,
        reading: readAs(column.key, shape),
      })),
    },
  ];
}
