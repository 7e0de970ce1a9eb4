/** Twenty situations that an axis meets, and figures at random; shared by goldens and properties. */
import { draftFigure } from '../../src/core/figure/draft.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Column, Table } from '../../src/core/table/column.ts';
import { LOCALES, type LocaleId } from '../../src/core/text/locale.ts';
import { addUnits } from '../../src/core/time/calendar.ts';
import { type Interval, unitOf } from '../../src/core/time/interval.ts';
import { dates, numbers, tableOf, texts } from './tables.ts';

export interface Situation {
  name: string;
  table: Table;
  spec: FigureSpec;
  locale: LocaleId;
}

const wave = (row: number, size: number, base = 0) =>
  base + Math.round(size * (1 + 0.4 * Math.sin(row / 2.1)) * 100) / 100;
export const run = (from: string, interval: Interval, count: number) => {
  const unit = unitOf(interval);
  return dates(
    Array.from({ length: count }, (_, index) => addUnits(Date.parse(from), unit, index)),
    interval,
  );
};
const values = (count: number, size: number, base = 0, key = 'a') =>
  numbers(
    key,
    Array.from({ length: count }, (_, row) => wave(row, size, base)),
    't',
  );

export type Change = (spec: FigureSpec) => void;

export function situation(
  name: string,
  columns: Column[],
  change: Change = () => {},
  locale: LocaleId = 'en-GB',
): Situation {
  const table = { ...tableOf(columns), title: name };
  const lines = columns.slice(1).map(({ key }) => key);
  const spec = draftFigure(table, {
    id: 'f',
    tableId: 't',
    style: DEFAULT_STYLE,
    across: columns[0]?.key,
    lines,
  });
  change(spec);
  return { name, table, spec, locale };
}

const wide =
  (width: number): Change =>
  (spec) =>
    Object.assign(spec.frame, { width });
const onRight: Change = (spec) => Object.assign(spec.lines[1] ?? {}, { axis: 'right' });

export const SITUATIONS: Situation[] = [
  situation('days over a leap February', [run('2024-02-10T00:00Z', 'day', 30), values(30, 40)]),
  situation('weeks across a year’s end', [run('2025-11-17T00:00Z', 'week', 14), values(14, 400)]),
  situation('18 months from a fiscal April', [run('2025-04-01T00:00Z', 'month', 18), values(18, 40)], (spec) =>
    Object.assign(spec.dateAxis, { yearStart: 4, plan: 'quarters-over-years' }),
  ),
  situation('34 months', [run('2024-01-01T00:00Z', 'month', 34), values(34, 40_000)]),
  situation('15 years', [run('2011-01-01T00:00Z', 'year', 15), values(15, 400)]),
  situation('3 points', [run('2026-01-01T00:00Z', 'month', 3), values(3, 4)]),
  situation('one point', [run('2026-01-01T00:00Z', 'month', 1), values(1, 4)]),
  situation('no points', [run('2026-01-01T00:00Z', 'month', 4), numbers('a', [null, null, null, null], 't')]),
  situation('all equal values', [run('2026-01-01T00:00Z', 'month', 9), numbers('a', new Array(9).fill(42), 't')]),
  situation('all negative', [run('2026-01-01T00:00Z', 'month', 12), values(12, -30, -20)]),
  situation('small numbers', [
    run('2026-01-01T00:00Z', 'month', 9),
    numbers(
      'a',
      [1, 4, 2, 6, 9, 7, 5, 8, 3].map((x) => x / 1e4),
      't',
    ),
  ]),
  situation('thousand millions', [run('2026-01-01T00:00Z', 'month', 12), values(12, 1e9)]),
  situation(
    'logarithmic over six decades',
    [
      run('2026-01-01T00:00Z', 'month', 13),
      numbers(
        'a',
        Array.from({ length: 13 }, (_, row) => 3 * 10 ** (row / 2)),
        't',
      ),
    ],
    (spec) => Object.assign(spec.leftAxis, { scale: 'log', ticks: 'outside', line: true }),
  ),
  situation(
    'two axes whose ticks meet',
    [
      run('2024-01-01T00:00Z', 'month', 24),
      values(24, 40_000),
      numbers(
        'b',
        Array.from({ length: 24 }, (_, row) => wave(row, 4, 84)),
        '%',
      ),
    ],
    onRight,
  ),
  situation('very narrow', [run('2024-01-01T00:00Z', 'month', 34), values(34, 400)], wide(60)),
  situation('very wide', [run('2024-01-01T00:00Z', 'month', 34), values(34, 400)], wide(250)),
  situation('long Polish months', [run('2026-01-01T00:00Z', 'month', 12), values(12, 4)], wide(200), 'pl-PL'),
  situation('categories of 40 letters', [
    texts(
      'c',
      Array.from({ length: 7 }, (_, row) => `Harbour stairs and slipway number ${row + 1} at low tide`),
      true,
    ),
    values(7, 4),
  ]),
  situation('1,461 days', [run('2021-01-01T00:00Z', 'day', 1461), values(1461, 40)]),
  situation('24 hours on ticks', [run('2026-03-05T00:00Z', 'hour', 24), values(24, 4)], (spec) =>
    Object.assign(spec.dateAxis, {
      points: 'tick',
      labels: 'tick',
      plan: 'three-hours-over-days',
      minor: { every: 1, unit: 'hour' },
    }),
  ),
];

export const localeIds = LOCALES;
