/** Telling columns of dates from their texts. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { addUnits, DAY, floorTo } from '../time/calendar.ts';
import { formatPeriod } from '../time/format.ts';
import { distinctSorted, findInterval, type Interval, sayInterval, unitOf } from '../time/interval.ts';
import type { Column } from './column.ts';
import { type DateShape, markOfDate } from './date-shape.ts';
import { ALL_SHAPES, DATE_SHAPES, NEAREST_DAY, YEAR_SHAPE } from './dates.ts';
import { countRead, type Inferred, isEnough, readAll, sampleOf, type TextColumn } from './infer-texts.ts';
import { areEven, areInOrder, weighDates } from './plausible.ts';
import type { Finding, OtherReading } from './reading.ts';
import { someText } from './repeats.ts';
import { listed } from './words.ts';

const ENGLISH = localeOf(LOCALES[0]);

/** Two ways of writing that use the same marks: only days above 12 tell them apart. */
const SLASHED = ['month-day', 'day-month'];

/** What is known of a column besides its texts. */
export interface ColumnContext {
  /** it is the first column, where rising years are an axis and not a measure */
  first: boolean;
  /** the order of day and month that another column of the table has shown */
  slashed?: string | undefined;
  /** the format says that all of it is numbers */
  typed: boolean;
}

/** As many texts from the first on tell whether dates follow each other. */
const IN_ORDER = 2000;

interface Fitting {
  shape: DateShape;
  count: number;
  /** it may as well be numbers */
  close: boolean;
}

/** The shapes that read most of the texts and that the column bears out, the best first. */
function shapesThatFit(filled: readonly string[], title: string, context: ColumnContext): Fitting[] {
  const sample = sampleOf(filled);
  const most = [YEAR_SHAPE, ...DATE_SHAPES].filter((shape) => {
    const count = countRead(sample, shape.read);
    return isEnough(sample.length - count, sample.length);
  });
  const head = filled.slice(0, IN_ORDER);
  return most
    .flatMap((shape): Fitting[] => {
      const { holds, close } = weighDates(head, shape, { title, ...context });
      if (!holds) return [];
      const count = countRead(filled, shape.read);
      return isEnough(filled.length - count, filled.length) ? [{ shape, count, close }] : [];
    })
    .sort((a, b) => b.count - a.count);
}

/** Of shapes that read as much, the one whose dates follow each other evenly where the others' do not. */
function bestOf(fitting: readonly Fitting[], filled: readonly string[]): Fitting | undefined {
  const [first] = fitting;
  const equal = fitting.filter(({ count }) => count === first?.count);
  if (equal.length < 2) return first;
  // 2010-11 and 2011-12 are years that follow each other, and no months thirteen apart.
  const season = equal.find(({ shape }) => shape.id === 'season');
  if (season && filled.length > 1) return season;
  const head = filled.slice(0, IN_ORDER);
  const isEven = ({ shape }: Fitting) => {
    const values = head.flatMap((text) => shape.read(text) ?? []);
    return areEven(values, shape) && areInOrder(values);
  };
  return equal.find(isEven) ?? first;
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
  const isMarked = someText(column.texts, (text) => markOfDate(text) !== null);
  const marks = isMarked ? column.texts.map(markOfDate).filter((mark) => mark !== null) : [];
  const [mark] = marks;
  if (mark !== undefined)
    findings.push({
      column: key,
      text: `${title}: ${listed([...new Set(marks)].map((one) => `“${one}”`))} at ${marks.length} ${marks.length === 1 ? 'date is a mark' : 'dates are marks'}, not part of the date.`,
    });
  if (unfinishedFrom !== null)
    findings.push({
      column: key,
      text: `${title}: ${formatPeriod(unfinishedFrom, interval, ENGLISH)} is unfinished: its date falls inside the ${interval}, while the dates before end theirs.`,
      others: [{ say: 'It is finished', reading: { unfinished: false } }],
    });
  const made: Column = { key, title, kind: 'date', interval, shape: shape.id, cells };
  return { column: unfinishedFrom === null ? made : { ...made, unfinishedFrom }, findings };
}

/** The column read by the shape its user chose; what does not fit stays as typed. */
export function readDatesBy(column: TextColumn, shapeId: string): Inferred {
  const shape = ALL_SHAPES.find(({ id }) => id === shapeId) ?? YEAR_SHAPE;
  return readBy(column, shape, [asText(column.key)]);
}

const asText = (key: string): OtherReading => ({
  say: 'Keep it as text',
  reading: { columns: { [key]: { as: 'text' } } },
});
const asNumbers = (key: string): OtherReading => ({
  say: 'Read them as numbers',
  reading: { columns: { [key]: { as: 'number', decimal: '.' } } },
});

const ZONED = /(?:Z|[+-]\d{2}:?\d{2})$/i;
const ISO = DATE_SHAPES.find(({ id }) => id === 'iso') ?? YEAR_SHAPE;
const LATE = 18 * 3_600_000;

/** The first of stamps that are taken once a day, always in the evening of a named zone: midnights of another zone, as likely. */
function lateStamps(filled: readonly string[]): string | undefined {
  const [first] = filled;
  if (first === undefined || !ZONED.test(first.trim()) || filled.length < 2) return undefined;
  const times = new Set<number>();
  const days = new Set<number>();
  for (const text of filled) {
    const at = ISO.read(text);
    if (at === null || at % DAY < LATE) return undefined;
    times.add(at % DAY);
    if (times.size > 2) return undefined;
    days.add(Math.floor(at / DAY));
  }
  return days.size === filled.length ? first : undefined;
}

/** Asks whether stamps late in the day are of that day or of the next. */
function askOfNights(column: TextColumn, shape: DateShape, sample: string, plain: OtherReading): Inferred {
  const { key, title } = column;
  const read = readBy(column, shape, [plain]);
  const readings = [shape, NEAREST_DAY].map((one) => ({
    said: formatPeriod(one.read(sample) ?? 0, 'day', ENGLISH),
    reading: readAs(key, one),
  }));
  read.findings.unshift({
    column: key,
    asks: true,
    text: `${title}: is “${sample}” ${readings.map(({ said }) => said).join(' or ')}? It falls late in the day in its own time zone, and at midnight in another.`,
    others: readings.map(({ said, reading }) => ({ say: `It is ${said}`, reading })),
  });
  return read;
}

/** Dates when one shape reads nearly all of the texts and the column bears it out, else null. */
export function asDates(column: TextColumn, filled: readonly string[], context: ColumnContext): Inferred | null {
  const { key, title } = column;
  const fitting = shapesThatFit(filled, title, context);
  const found = bestOf(fitting, filled);
  if (!found) return null;
  const { shape: best, count: most } = found;
  const plain = best.weak ? asNumbers(key) : asText(key);
  const rivals = SLASHED.includes(best.id)
    ? fitting.flatMap(({ shape, count }) => (SLASHED.includes(shape.id) && count === most ? [shape] : []))
    : [];
  // Every date the same in both readings (01/01, 02/02) leaves nothing to ask.
  const sample = filled.find((text) => new Set(rivals.map((rival) => rival.read(text))).size > 1);
  const nights = best.id === 'iso' ? lateStamps(filled) : undefined;
  if (nights !== undefined) return askOfNights(column, best, nights, plain);
  if (rivals.length < 2 || sample === undefined) {
    const read = readBy(column, best, [plain]);
    return best.weak ? read : { ...read, decided: best.id };
  }
  const agreed = rivals.find(({ id }) => id === context.slashed);
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
    text: `${title}: is “${sample}” ${listed(rivals.map(says)).replace(' and ', ' or ')}? Nothing in the column settles it.`,
    others: rivals.map((rival) => ({ say: `It is ${says(rival)}`, reading: readAs(key, rival) })),
  });
  return read;
}

/** The lines whose dates are of different shapes, when a column looks like dates but has no one shape. */
export function mixedDates(column: TextColumn, filled: readonly string[]): Finding[] {
  // A column without a date among its first filled cells is plain text.
  const strong = DATE_SHAPES.filter(({ weak }) => !weak);
  if (!filled.slice(0, 50).some((text) => strong.some((shape) => shape.read(text) !== null))) return [];
  const seen = new Map<DateShape, string | number>();
  let read = 0;
  column.texts.slice(0, 5000).forEach((text, row) => {
    const shape = strong.find((candidate) => candidate.read(text) !== null);
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
