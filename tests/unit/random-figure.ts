/** Random tables and figures of them: every setting, sizes from 30 mm, names in many scripts, extreme numbers. */
import * as z from 'zod';
import type { CalendarTables } from '../../src/core/figure/calendar.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { Panels } from '../../src/core/figure/panels/spec.ts';
import { FigureSpec, Line, ValueAxis } from '../../src/core/figure/spec.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Cell, Column, Table } from '../../src/core/table/column.ts';
import { LOCALES, type Locale, localeOf } from '../../src/core/text/locale.ts';
import { addUnits } from '../../src/core/time/calendar.ts';
import { type Interval, partsOf, unitOf } from '../../src/core/time/interval.ts';
import { any, type Dice, type Pools } from './any-command.ts';
import { dates, day, numbers, tableOf, texts } from './tables.ts';

const INTERVALS: readonly Interval[] = [
  'second',
  '15 minutes',
  'hour',
  '6 hours',
  'day',
  'business day',
  'week',
  '2 weeks',
  'month',
  '2 months',
  'quarter',
  'half-year',
  'year',
  '5 years',
  '10 years',
];

export const NAMES = [
  'Outer isles',
  'Inner sound',
  'Passengers carried between Northgate and the outer skerries',
  'Passengers carried between Northgate and the inner sound',
  'Ness',
  'a',
  'Øst',
  'Brú og höfn',
  'Zürich–Genève',
  'Łódź',
  'ΑΘΗΝΑ και νησιά',
  'Северный причал',
  'נמל צפון 2023',
  'ميناء الشمال 2023',
  'ท่าเรือเหนือ',
  'उत्तरी घाट',
  '北の港',
  '北码头与外岛',
  '북쪽 항구',
  '🛳 ferry',
  'e\u0301te\u0301',
  'ill fi AVAVAV To',
  'x'.repeat(90),
  'UPPER CASE NAME OF A LINE',
];

/** Values that go up and down around a level, with holes, in sizes from the smallest to the largest. */
export function values(dice: Dice, rows: number): Cell[] {
  const size = 10 ** dice.of([0, 0, 1, 2, 3, 4, 5, 6, -2, -6, 9, 12]);
  const level = dice.of([0, 0, 1, 1, -1, 5, 1000]) * size;
  const spread = dice.of([0, 0.001, 0.2, 0.5, 1, 1, 3]) * size;
  const decimals = dice.of([0, 0, 1, 2, 9]);
  const holes = dice.of([0, 0, 0, 0.1, 0.6]);
  const begin = dice.next() < 0.15 ? dice.below(rows) : 0;
  const end = dice.next() < 0.15 ? dice.below(rows) : rows;
  const isSmooth = dice.next() < 0.6;
  let walk = 0;
  return Array.from({ length: rows }, (_, row) => {
    walk = isSmooth ? 0.8 * walk + 0.4 * (dice.next() - 0.5) : dice.next() * 2 - 1;
    if (row < begin || row > end || dice.next() < holes) return null;
    const value = level + spread * (walk + (isSmooth ? Math.sin(row / 4) : 0));
    return Number(value.toFixed(decimals)) + 0;
  });
}

/** The column across: dates of any interval, numbers that rise, or texts. */
function across(dice: Dice, rows: number): Column {
  const kind = dice.of(['date', 'date', 'date', 'date', 'number', 'text']);
  if (kind === 'text')
    return texts(
      'date',
      Array.from({ length: rows }, (_, row) => `${dice.of(NAMES)} ${row}`),
      true,
    );
  if (kind === 'number') {
    const step = 10 ** dice.of([0, 0, 1, -3, 6]);
    return {
      ...numbers(
        'date',
        Array.from({ length: rows }, (_, row) => (row + 3) * step),
      ),
      title: 'depth',
    };
  }
  const interval = dice.of(INTERVALS);
  const [unit, { every }] = [unitOf(interval), partsOf(interval)];
  const start = day(dice.of(['1960-01-01', '1999-12-27', '2001-01-01', '2023-01-01', '2024-02-26', '2023-07-01']));
  const cells: number[] = [];
  for (let at = start; cells.length < rows; at = addUnits(at, unit, every)) {
    const weekday = new Date(at).getUTCDay();
    if (interval === 'business day' && (weekday === 0 || weekday === 6)) continue;
    if (dice.next() < 0.03 && cells.length > 0) continue;
    cells.push(at);
  }
  return dates(cells, interval, dice.next() < 0.2 ? { unfinishedFrom: cells.at(-1) as number } : {});
}

/** What a schema takes, made at random. */
export function possible<T>(schema: z.ZodType<T>, pools: Pools, dice: Dice): T {
  for (;;) {
    const { data } = schema.safeParse(any(schema, pools, dice));
    if (data !== undefined) return data;
  }
}

const distinctNames = (dice: Dice, count: number) => {
  const used = new Map<string, number>();
  return Array.from({ length: count }, () => {
    const name = dice.of(NAMES);
    const times = (used.get(name) ?? 0) + 1;
    used.set(name, times);
    return times === 1 ? name : `${name} ${times}`;
  });
};

function randomTable(dice: Dice): Table {
  const rows = dice.of([1, 2, 3, 5, 8, 12, 17, 24, 36, 48, 60, 120, 200, 365, 1461]);
  const count = dice.of([1, 1, 2, 2, 3, 4, 6, 8, 12, 26]);
  const named = distinctNames(dice, count);
  const lines = named.map((title, index) => ({
    ...numbers(`v${index}`, values(dice, rows), dice.of([null, '%', 'passengers', 'EUR per litre', 'km'])),
    title,
  }));
  // Lines of one figure are mostly of one size.
  const [first] = lines;
  const alike = dice.next() < 0.6 && first;
  const columns = lines.map((line) =>
    alike
      ? {
          ...line,
          cells: first.cells.map((cell) => (typeof cell === 'number' ? cell * (0.9 + dice.next() / 5) : cell)),
        }
      : line,
  );
  const kinds = distinctNames(dice, dice.of([2, 3, 5]));
  const groups = Array.from({ length: rows }, () => dice.of(kinds));
  return tableOf([across(dice, rows), ...columns, { ...texts('group', groups), title: 'group' }]);
}

/** A place along the axis across, of those that the table has. */
const placeIn = (dice: Dice, table: Table) => {
  const cells = table.columns[0]?.cells ?? [];
  return dice.of(cells) as number | string;
};
const valueIn = (dice: Dice, table: Table) => {
  const found = dice.of(table.columns.slice(1, -1)).cells.filter((cell) => typeof cell === 'number');
  return found.length > 0 ? Math.max(-1e15, Math.min(1e15, dice.of(found))) : 0;
};

/** Takes some of the settings of another thing of its kind, made at random. */
export function some<T extends object>(dice: Dice, one: T, other: unknown, share: number, keep: readonly string[]): T {
  const entries = Object.entries(other as object).filter(([key]) => !keep.includes(key) && dice.next() < share);
  return { ...one, ...Object.fromEntries(entries) };
}

/** The kinds that are drawn at random among each other; calendars come last, so that known seeds keep their figures. */
const PLAIN = z.discriminatedUnion(
  'kind',
  Mark.options.filter(({ shape }) => shape.kind.value !== 'calendar') as unknown as typeof Mark.options,
);

function randomMarks(dice: Dice, table: Table, spec: FigureSpec): Mark[] {
  if (dice.next() < 0.6) return [];
  return Array.from({ length: 1 + dice.below(4) }, (_, index): Mark => {
    const mark = Mark.parse({
      ...possible(PLAIN, {}, dice),
      id: `mark-${index}`,
      moved: null,
      shown: true,
      name: dice.of([...NAMES, '']),
    });
    const axis = dice.next() < 0.8 ? 'left' : 'right';
    const [one, other] = [valueIn(dice, table), valueIn(dice, table)];
    if (mark.kind === 'level') return { ...mark, axis, at: dice.next() < 0.8 ? one : (spec.lines[0]?.column ?? one) };
    if (mark.kind === 'event') return { ...mark, at: placeIn(dice, table) };
    if (mark.kind === 'note')
      return { ...mark, axis, at: placeIn(dice, table), value: one, text: dice.of(NAMES), written: null, panel: null };
    if (mark.kind === 'difference') {
      const end = () =>
        dice.next() < 0.7
          ? {
              line: dice.of(spec.lines).id,
              place: dice.of([{ kind: 'first' }, { kind: 'last' }, { kind: 'at', at: placeIn(dice, table) }] as const),
            }
          : { value: one, axis: 'left' as const };
      return { ...mark, from: end(), to: end() };
    }
    if (mark.kind === 'calendar') throw new Error('Calendars are made apart.');
    const columns = spec.lines.map(({ column }) => column);
    if (dice.next() < 0.3)
      return { ...mark, over: { kind: 'columns', axis, from: dice.of(columns), to: dice.of(columns) } };
    const over: typeof mark.over =
      dice.next() < 0.5
        ? { kind: 'values' as const, axis, from: Math.min(one, other), to: Math.max(one, other) }
        : { kind: 'across' as const, from: placeIn(dice, table), to: null };
    return { ...mark, over };
  });
}

/** A calendar over the places of a table: rows in any order, without names, without ends, turned round, and of many names or one. */
function randomCalendar(dice: Dice, table: Table, id: string): { mark: Mark; table: Table } {
  const count = dice.of([1, 2, 5, 12, 30, 300]);
  const pool = dice.of([[dice.of(NAMES)], NAMES, [...NAMES, '', null]]);
  const place = () => (dice.next() < 0.95 ? placeIn(dice, table) : null);
  const cells = (of: () => Cell) => Array.from({ length: count }, of);
  const { cells: _, ...across } = table.columns[0] ?? texts('from', []);
  const rows = tableOf([
    { ...across, key: 'from', cells: cells(place) } as Column,
    { ...across, key: 'to', cells: cells(() => (dice.next() < 0.5 ? place() : null)) } as Column,
    texts(
      'name',
      cells(() => dice.of(pool)),
    ),
  ]);
  const mark = Mark.parse({
    kind: 'calendar',
    id,
    name: '',
    colour: '#66707d',
    table: id,
    from: 'from',
    to: dice.of(['to', null]),
    named: dice.of(['name', 'name', null]),
  });
  return { mark, table: rows };
}

export interface RandomFigure {
  spec: FigureSpec;
  table: Table;
  beside: CalendarTables;
  locale: Locale;
}

/** A figure with settings at random; nothing in it is put by hand, so nothing may stand over anything. */
export function randomFigure(dice: Dice): RandomFigure {
  const table = randomTable(dice);
  const measures = table.columns.filter(({ kind }) => kind === 'number').map(({ key }) => key);
  const lines = measures.filter((key) => key !== 'date');
  const drafted = draftFigure(table, {
    id: 'f',
    tableId: 't',
    style: DEFAULT_STYLE,
    across: 'date',
    lines,
    unordered: true,
  });
  const calm = dice.of([0, 0, 0.15, 0.5]);
  const pools = { line: drafted.lines.map(({ id }) => id), column: lines };
  const setLines = drafted.lines.map((line) => {
    const other = possible(Line, pools, dice);
    return some(dice, line, other, calm, ['id', 'column', 'name', 'nameMoved', 'valuesMoved', 'colour']);
  });
  const [width, height] = [dice.of([30, 35, 45, 60, 84, 120, 160, 240]), dice.of([30, 35, 45, 60, 84, 120, 160])];
  const other = possible(FigureSpec.omit({ lines: true, marks: true, panels: true, asides: true }), pools, dice);
  const keep = ['type', 'id', 'name', 'table', 'across', 'lines', 'marks', 'written', 'asides', 'words', 'frame'];
  const spec = some(dice, drafted, other, calm, [...keep, 'window', 'leftAxis', 'rightAxis', 'panels']);
  const from = possible(ValueAxis, pools, dice);
  const panels: Panels | null =
    dice.next() < 0.2
      ? Panels.parse({
          ...possible(Panels, pools, dice),
          by: dice.next() < 0.5 ? { kind: 'lines' } : { kind: 'category', column: 'group' },
          down: null,
          without: { by: [], down: [] },
        })
      : null;
  const ends = [valueIn(dice, table), valueIn(dice, table)];
  const isCut = dice.next() < 0.1;
  const words = () => (dice.next() < 0.5 ? dice.of(NAMES) : '');
  const axisKeep = ['from', 'to', 'every', 'title'];
  const leftAxis = {
    ...some(dice, spec.leftAxis, from, calm, axisKeep),
    from: isCut ? Math.min(...ends) : dice.of(['auto', 'auto', 'zero'] as const),
    to: isCut && ends[0] !== ends[1] ? Math.max(...ends) : ('auto' as const),
  };
  const whole: unknown = {
    ...spec,
    lines: setLines,
    marks: randomMarks(dice, table, drafted),
    panels,
    leftAxis,
    rightAxis: some(dice, spec.rightAxis, possible(ValueAxis, pools, dice), calm, axisKeep),
    window: dice.next() < 0.1 ? { last: 1 + dice.below(table.rows) } : 'all',
    words: { title: words(), subtitle: words(), source: words() },
    frame: { ...drafted.frame, width, height, plotLeft: null, plotRight: null },
  };
  const parsed = FigureSpec.parse(whole);
  const locale = localeOf(dice.of(LOCALES));
  const calendars = Array.from({ length: dice.of([0, 0, 0, 0, 1, 2]) }, (_, index) =>
    randomCalendar(dice, table, `calendar-${index}`),
  );
  return {
    spec: { ...parsed, marks: [...parsed.marks, ...calendars.map(({ mark }) => mark)] },
    table,
    beside: new Map(calendars.map(({ mark, table: rows }) => [mark.id, rows])),
    locale,
  };
}
