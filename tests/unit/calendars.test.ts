/** Calendars: where their rows stand is worked out a second way, and every name is found on the drawing. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { datePosition } from '../../src/core/figure/date-position.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { draftCalendar } from '../../src/core/figure/draft-calendar.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import type { FigureLayout } from '../../src/core/figure/figure-layout.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { Panels } from '../../src/core/figure/panels/spec.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { figureIn } from '../../src/core/report/report.ts';
import { type SceneNode, textsOf } from '../../src/core/scene/scene.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { addUnits, floorTo } from '../../src/core/time/calendar.ts';
import { type Interval, partsOf, unitOf } from '../../src/core/time/interval.ts';
import { Dice } from './any-command.ts';
import { dates, day, months, numbers, tableOf, texts } from './tables.ts';

const english = localeOf('en-GB');
type Row = readonly [from: string, to: string | null, name: string | null];

const calendarOf = (rows: readonly Row[], interval: Interval = 'day') =>
  tableOf([
    {
      ...dates(
        rows.map(([from]) => day(from)),
        interval,
      ),
      key: 'from',
    },
    {
      ...dates(
        rows.map(([, to]) => (to ? day(to) : null)),
        interval,
      ),
      key: 'to',
    },
    texts(
      'what',
      rows.map(([, , name]) => name),
    ),
  ]);

const MONTHLY = tableOf([
  dates(months(2023, 1, 36), 'month'),
  numbers(
    'a',
    Array.from({ length: 36 }, (_, row) => 50 + 30 * Math.sin(row / 4)),
  ),
  texts(
    'remark',
    Array.from({ length: 36 }, (_, row) => (row === 7 ? 'new vessel' : null)),
  ),
]);

const mark = (more: Record<string, unknown> = {}) =>
  Mark.parse({
    kind: 'calendar',
    id: 'c',
    name: '',
    colour: '#66707d',
    table: 'c',
    from: 'from',
    to: 'to',
    named: 'what',
    ...more,
  });

function draw(
  calendar: Table,
  {
    table = MONTHLY,
    size = [160, 84],
    more = {},
    change = {},
  }: {
    table?: Table;
    size?: readonly [number, number];
    more?: Record<string, unknown>;
    change?: Partial<FigureSpec>;
  } = {},
) {
  const drafted = draftFigure(table, {
    id: 'f',
    tableId: 't',
    style: DEFAULT_STYLE,
    across: 'date',
    lines: ['a'],
    panels: change.panels ?? undefined,
  });
  const spec: FigureSpec = {
    ...drafted,
    ...change,
    frame: { ...drafted.frame, width: size[0], height: size[1] },
    marks: [mark(more)],
  };
  const beside = new Map([['c', calendar]]);
  const figure = resolveFigure(spec, table, DEFAULT_STYLE, beside);
  const layout = drawFigure(spec, table, DEFAULT_STYLE, english, beside);
  return { spec, figure, layout, notes: proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english }) };
}

/** The strokes and grounds of the calendar's rows: their left and right ends on the sheet. */
function ends(nodes: readonly SceneNode[]): [number, number][] {
  return nodes.flatMap((node): [number, number][] => {
    if (node.kind === 'cluster') return ends(node.children);
    if (node.kind !== 'group' || node.part !== 'mark:c') return [];
    const paths = node.children.flatMap((child) => (child.kind === 'path' ? [child.d] : []));
    const xs = paths.flatMap((d) => [...d.matchAll(/[ML](-?[\d.]+)/g)].map(([, x]) => Number(x)));
    return xs.length > 0 ? [[Math.min(...xs), Math.max(...xs)]] : [];
  });
}

/** How far along the plot a date stands, from the months of the axis alone. */
function shareOf(iso: string, first: [number, number], count: number, after = 0): number {
  const [year = 0, month = 1, date = 1] = iso.split('-').map(Number);
  const length = new Date(Date.UTC(year, month, 0)).getUTCDate();
  return ((year - first[0]) * 12 + (month - first[1]) + (date - 1 + after) / length) / count;
}

const at = ({ plot }: FigureLayout, share: number) => plot.left + share * plot.width;

describe('the rows of a calendar', () => {
  it('stand at their own days on an axis of months, as events or from the first day to the last', () => {
    const { layout } = draw(
      calendarOf([
        ['2023-03-04', '2023-05-17', 'pier closed'],
        ['2024-09-02', null, 'new timetable'],
      ]),
    );
    const [band, event] = ends(layout.scene.nodes);
    expect(band?.[0]).toBeCloseTo(at(layout, shareOf('2023-03-04', [2023, 1], 36)), 1);
    expect(band?.[1]).toBeCloseTo(at(layout, shareOf('2023-05-17', [2023, 1], 36, 1)), 1);
    expect(event?.[0]).toBeCloseTo(at(layout, shareOf('2024-09-02', [2023, 1], 36)), 1);
    expect(event?.[0]).toBe(event?.[1]);
  });

  it('take whole months where the calendar is one of months, and stand in the middle of one where they have no end', () => {
    const { layout } = draw(
      calendarOf(
        [
          ['2023-03-01', '2023-05-01', 'closed'],
          ['2024-02-01', null, 'opened'],
        ],
        'month',
      ),
    );
    const [band, event] = ends(layout.scene.nodes);
    expect(band?.[0]).toBeCloseTo(at(layout, 2 / 36), 1);
    expect(band?.[1]).toBeCloseTo(at(layout, 5 / 36), 1);
    expect(event?.[0]).toBeCloseTo(at(layout, 13.5 / 36), 1);
  });

  it('stand within the period of their day on an axis of any interval, whatever the interval of the calendar', () => {
    const dice = new Dice(3);
    let seen = 0;
    for (const interval of [
      '15 minutes',
      'hour',
      'day',
      'week',
      '2 weeks',
      'month',
      'quarter',
      'half-year',
      'year',
      '5 years',
    ] as const)
      for (const points of ['band', 'tick'] as const)
        for (const own of ['hour', 'day', 'week', 'month', 'year'] as const) {
          const [unit, { every }] = [unitOf(interval), partsOf(interval)];
          const rows = Array.from({ length: 20 }, (_, row) => addUnits(day('2024-01-01'), unit, row * every));
          const at = Array.from({ length: 12 }, () => {
            const [start = 0, end = 0] = rows.slice(dice.below(19));
            return floorTo(start + Math.floor(dice.next() * (end - start)), own === 'week' ? 'day' : own);
          });
          const calendar = tableOf([{ ...dates(at, own), key: 'from' }, texts('what', at.map(String))]);
          const table = tableOf([
            dates(rows, interval),
            numbers(
              'a',
              rows.map((_, row) => row),
            ),
          ]);
          const drafted = draftFigure(table, {
            id: 'f',
            tableId: 't',
            style: DEFAULT_STYLE,
            across: 'date',
            lines: ['a'],
          });
          const spec = { ...drafted, dateAxis: { ...drafted.dateAxis, points }, marks: [mark({ to: null })] };
          for (const { entry, name } of resolveFigure(spec, table, DEFAULT_STYLE, new Map([['c', calendar]])).marks) {
            const row = rows.findLastIndex((start) => start <= Number(name));
            const [low, high] = [rows[row], rows[row + 1]].map((ms) => datePosition(ms ?? 0, unit));
            if (row < 0 || row > 18) continue;
            seen++;
            expect(entry?.place[0], `${interval} ${points} ${own}`).toBeGreaterThanOrEqual((low ?? 0) - 1e-9);
            expect(entry?.place[0], `${interval} ${points} ${own}`).toBeLessThanOrEqual((high ?? 0) + 1e-9);
          }
        }
    expect(seen).toBeGreaterThan(500);
  });

  it('are in order whatever order they came in, turned where they end before they begin, and seen where they are short', () => {
    const rows: Row[] = [
      ['2025-04-10', '2025-04-01', 'turned'],
      ['2023-06-15', '2023-06-15', 'a day'],
    ];
    const { layout, figure } = draw(calendarOf(rows));
    expect(figure.marks.map(({ name }) => name)).toEqual(['a day', 'turned']);
    const [short, turned] = ends(layout.scene.nodes);
    expect((short?.[1] ?? 0) - (short?.[0] ?? 0)).toBeGreaterThanOrEqual(0.74);
    expect(turned?.[0]).toBeCloseTo(at(layout, shareOf('2025-04-01', [2023, 1], 36)), 1);
    expect(turned?.[1]).toBeCloseTo(at(layout, shareOf('2025-04-10', [2023, 1], 36, 1)), 1);
  });

  it('are left out where they are beyond the axis or the window, and cut where they reach over its end', () => {
    const rows: Row[] = [
      ['2019-01-01', '2022-12-30', 'before'],
      ['2022-11-01', '2023-02-10', 'reaches in'],
      ['2025-12-01', '2030-01-01', 'reaches out'],
      ['2026-02-01', null, 'after'],
    ];
    const { layout, figure } = draw(calendarOf(rows));
    expect(figure.marks.map(({ name }) => name)).toEqual(['reaches in', 'reaches out']);
    const [first, last] = ends(layout.scene.nodes);
    expect(first?.[0]).toBeCloseTo(layout.plot.left, 1);
    expect(last?.[1]).toBeCloseTo(layout.plot.left + layout.plot.width, 1);
    const cut = draw(calendarOf(rows), { change: { window: { last: 6 } } });
    expect(cut.figure.marks.map(({ name }) => name)).toEqual(['reaches out']);
  });

  it('are those with a name where the calendar is the figure’s own table', () => {
    const drafted = draftFigure(MONTHLY, { id: 'f', tableId: 't', style: DEFAULT_STYLE, across: 'date', lines: ['a'] });
    const own = mark({ table: 't', from: 'date', to: null, named: 'remark' });
    const figure = resolveFigure({ ...drafted, marks: [own] }, MONTHLY, DEFAULT_STYLE, new Map([['t', MONTHLY]]));
    expect(figure.marks.map(({ name }) => name)).toEqual(['new vessel']);
  });

  it('stand in every panel, and are told where they are none, too many, or from a column that is gone', () => {
    const rows: Row[] = [['2024-01-10', null, 'opened']];
    const table = tableOf([
      dates([...months(2023, 1, 18), ...months(2023, 1, 18)], 'month'),
      numbers(
        'a',
        Array.from({ length: 36 }, (_, row) => row),
      ),
      texts(
        'pier',
        Array.from({ length: 36 }, (_, row) => (row < 18 ? 'Ness' : 'Kelda')),
      ),
    ]);
    const panels = Panels.parse({ by: { kind: 'category', column: 'pier' } });
    const { layout } = draw(calendarOf(rows), { table, change: { panels } });
    expect(layout.panels.list).toHaveLength(2);
    expect(ends(layout.scene.nodes)).toHaveLength(2);
    const noteOf = (calendar: Table, more = {}) =>
      draw(calendar, { more }).notes.find(({ check }) => check === 'calendars')?.text;
    expect(noteOf(calendarOf(rows))).toBeUndefined();
    expect(noteOf(calendarOf([['2001-01-01', null, 'long ago']]))).toBe('No row of “Sample” falls within this axis.');
    expect(noteOf(calendarOf(rows), { named: 'gone' })).toContain('no longer has a column');
    expect(noteOf(calendarOf(rows), { table: 'gone' })).toContain('is missing');
    const long = Array.from(
      { length: 900 },
      (_, index): Row => [`2024-0${1 + (index % 9)}-${10 + (index % 18)}`, null, null],
    );
    expect(noteOf(calendarOf(long))).toContain('900 rows on this axis; the first 200');
  });
});

describe('the names of a calendar’s rows', () => {
  const POOL = [
    'closed',
    'new timetable',
    'Dredging of the inner harbour',
    'strike',
    'ferry out of service',
    'Ώρα',
    'a',
  ];

  it('are each written at their rows, or numbered with a key that names every number once', () => {
    const dice = new Dice(7);
    let keyed = 0;
    for (let turn = 0; turn < 60; turn++) {
      const rows = Array.from(
        { length: 1 + dice.below(14) },
        (): Row => [
          `202${3 + dice.below(3)}-0${1 + dice.below(9)}-1${dice.below(9)}`,
          dice.next() < 0.3 ? `2025-12-1${dice.below(9)}` : null,
          dice.of(POOL),
        ],
      );
      const size = dice.of([
        [160, 84],
        [120, 60],
        [84, 60],
        [84, 45],
      ] as const);
      const { layout, figure } = draw(calendarOf(rows), { size });
      const names = [...new Set(figure.marks.map(({ name }) => name))];
      const words = [...textsOf(layout.scene.nodes)].map(({ text }) => text);
      const inKey = words.flatMap((text, index) =>
        /^\d+$/.test(text) && names.includes(words[index + 1] ?? '') ? [[Number(text), words[index + 1]]] : [],
      );
      const lacking = layout.unplaced.filter(({ part }) => part === 'mark:c').length;
      if (inKey.length > 0) {
        keyed++;
        expect(inKey).toEqual(names.map((name, index) => [index + 1, name]));
      } else if (lacking === 0) for (const name of names) expect(words).toContain(name);
      if (size[0] === 160) expect(lacking, `turn ${turn}`).toBe(0);
    }
    expect(keyed).toBeGreaterThan(5);
  });

  it('are written once where all rows have the same', () => {
    const rows = [2023, 2024, 2025].flatMap((year): Row[] => [
      [`${year}-07-01`, `${year}-08-15`, 'school holidays'],
      [`${year}-12-20`, `${year}-12-31`, 'school holidays'],
    ]);
    const { layout } = draw(calendarOf(rows), { size: [84, 60] });
    expect([...textsOf(layout.scene.nodes)].filter(({ text }) => text === 'school holidays')).toHaveLength(1);
    expect(layout.unplaced).toEqual([]);
    expect(ends(layout.scene.nodes)).toHaveLength(6);
  });
});

describe('laying a calendar', () => {
  const { report } = demoReport();
  const laid = figureIn(report, 'punctuality')?.marks.find(({ kind }) => kind === 'calendar');

  it('takes what begins, what ends and what names of a table', () => {
    const drafted = draftCalendar(
      'c',
      'c',
      calendarOf([
        ['2024-01-01', '2024-02-01', 'a'],
        ['2024-03-01', null, 'b'],
      ]),
      'date',
    );
    expect(drafted).toMatchObject({ from: 'from', to: 'to', named: 'what' });
    const unfit = calendarOf([['2024-01-01', '2023-02-01', 'a']]);
    expect(draftCalendar('c', 'c', unfit, 'date')).toMatchObject({ from: 'from', to: null });
    expect(draftCalendar('c', 'c', MONTHLY, 'text')).toMatchObject({
      from: 'remark',
      to: null,
      named: null,
    });
    expect(draftCalendar('c', 'c', calendarOf([]), 'number')).toBeNull();
  });

  it('puts one on many figures in one change, and takes the place of the one that is there', () => {
    const calendar = { ...laid, colour: '#b5492f' };
    const after = runCommand(report, 'figure.layCalendar', { figures: ['passengers', 'punctuality'], calendar }).report;
    for (const id of ['passengers', 'punctuality'])
      expect(figureIn(after, id)?.marks.filter(({ kind }) => kind === 'calendar')).toEqual([calendar]);
    expect(() =>
      runCommand(report, 'figure.layCalendar', { figures: ['both'], calendar: { ...laid, id: 'target' } }),
    ).toThrow('has another mark');
    expect(() =>
      runCommand(report, 'figure.layCalendar', { figures: ['both'], calendar: { ...laid, table: 'gone' } }),
    ).toThrow('There is no table “gone”');
  });

  it('keeps its table and its columns from being removed', () => {
    expect(() => runCommand(report, 'item.remove', { item: 'works' })).toThrow('is used by figure “Sailings on time”');
    const key = laid?.kind === 'calendar' ? laid.named : '';
    expect(() => runCommand(report, 'table.removeColumns', { table: 'works', columns: [key] })).toThrow(
      'Sailings on time',
    );
  });
});
