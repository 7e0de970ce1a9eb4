/** Whatever is written in any style is read back as it was, and numbers are never taken for dates. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ALL_SHAPES } from '../../src/core/table/dates.ts';
import { rereadColumn } from '../../src/core/table/retype.ts';
import { LOCALES, type Locale, localeOf } from '../../src/core/text/locale.ts';
import { formatNumber } from '../../src/core/text/number.ts';
import { addUnits, type CalendarUnit, dateOf, isoOf } from '../../src/core/time/calendar.ts';
import { isoWeek } from '../../src/core/time/format.ts';
import { readTableText } from '../../src/formats/table-file.ts';

const two = (value: number) => String(value).padStart(2, '0');
const parts = (ms: number) => {
  const at = new Date(ms);
  return { y: at.getUTCFullYear(), m: at.getUTCMonth(), d: at.getUTCDate() };
};

/** Ways of writing dates, with the unit they step by. */
const WAYS: readonly { unit: CalendarUnit; write(ms: number, locale: Locale): string }[] = [
  { unit: 'day', write: (ms) => isoOf(ms) },
  { unit: 'day', write: (ms) => `${two(parts(ms).d)}.${two(parts(ms).m + 1)}.${parts(ms).y}` },
  { unit: 'day', write: (ms) => `${parts(ms).y}${two(parts(ms).m + 1)}${two(parts(ms).d)}` },
  { unit: 'day', write: (ms, { months }) => `${parts(ms).d} ${months[parts(ms).m]} ${parts(ms).y}` },
  {
    unit: 'day',
    write: (ms, { monthsShort }) => `${parts(ms).d}-${monthsShort[parts(ms).m]}-${two(parts(ms).y % 100)}`,
  },
  { unit: 'week', write: (ms) => `${isoWeek(ms).year}-W${two(isoWeek(ms).week)}` },
  { unit: 'week', write: (ms) => `KW ${isoWeek(ms).week}/${isoWeek(ms).year}` },
  { unit: 'month', write: (ms) => `${parts(ms).y}-${two(parts(ms).m + 1)}` },
  { unit: 'month', write: (ms) => `${parts(ms).y}M${two(parts(ms).m + 1)}` },
  { unit: 'month', write: (ms) => `${two(parts(ms).m + 1)}/${parts(ms).y}` },
  { unit: 'month', write: (ms) => `${two(parts(ms).m + 1)}.${parts(ms).y}` },
  { unit: 'month', write: (ms, { months }) => `${months[parts(ms).m]} ${parts(ms).y}` },
  { unit: 'month', write: (ms, { monthsShort }) => `${monthsShort[parts(ms).m]} ${parts(ms).y}` },
  { unit: 'month', write: (ms, { monthsShort }) => `${parts(ms).y} ${monthsShort[parts(ms).m]?.toUpperCase()}` },
  { unit: 'quarter', write: (ms, { quarter }) => `${quarter}${Math.floor(parts(ms).m / 3) + 1} ${parts(ms).y}` },
  { unit: 'quarter', write: (ms, { quarter }) => `${parts(ms).y}${quarter}${Math.floor(parts(ms).m / 3) + 1}` },
  { unit: 'year', write: (ms) => String(parts(ms).y) },
  { unit: 'year', write: (ms) => `${parts(ms).y}/${two((parts(ms).y + 1) % 100)}` },
  { unit: 'hour', write: (ms) => new Date(ms).toISOString() },
  { unit: 'minute', write: (ms) => new Date(ms).toISOString().slice(0, 16).replace('T', ' ') },
];

const locales = fc.constantFrom(...LOCALES).map(localeOf);

describe('dates', () => {
  it('are read back, however they are written, in the language of any locale', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...WAYS),
        locales,
        fc.integer({ min: 1955, max: 2035 }),
        fc.integer({ min: 0, max: 11 }),
        fc.integer({ min: 14, max: 60 }),
        async ({ unit, write }, locale, year, month, count) => {
          const start =
            unit === 'week'
              ? dateOf(1955, 0, 3) + (year - 1955) * 52 * 7 * 86_400_000
              : dateOf(year, unit === 'quarter' ? Math.floor(month / 3) * 3 : unit === 'year' ? 0 : month, 1);
          const dates = Array.from({ length: count }, (_, index) => addUnits(start, unit, index));
          const text = ['Period;Load', ...dates.map((at, row) => `${write(at, locale)};${row * 7 + 3}`)].join('\n');
          const { table } = await readTableText(text, 'Sent');
          const [column] = table.columns;
          expect(column?.kind, text.slice(0, 120)).toBe('date');
          expect(column?.kind === 'date' && column.interval).toBe(unit);
          expect(column?.cells.map((cell) => isoOf(Number(cell)))).toEqual(dates.map(isoOf));
        },
      ),
      { numRuns: 250, seed: 20261126 },
    );
  });

  it('that are bare numbers become the same numbers again', () => {
    const weak = ALL_SHAPES.filter((shape) => shape.weak);
    expect(weak.length).toBeGreaterThan(5);
    const bare = fc.oneof(
      fc.integer({ min: 1500, max: 2199 }).map(String),
      fc.tuple(fc.integer({ min: 1800, max: 2100 }), fc.integer({ min: 1, max: 12 })).map(([y, m]) => `${y}${two(m)}`),
      fc.tuple(fc.integer({ min: 1800, max: 2100 }), fc.integer({ min: 1, max: 12 })).map(([y, m]) => `${y}.${two(m)}`),
      fc.tuple(fc.integer({ min: 1800, max: 2100 }), fc.integer({ min: 1, max: 12 })).map(([y, m]) => `${m}.${y}`),
      fc
        .tuple(fc.integer({ min: 1800, max: 2100 }), fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }))
        .map(([y, m, d]) => `${y}${two(m)}${two(d)}`),
      fc.integer({ min: 100_000_000, max: 4_000_000_000 }).map(String),
      fc.integer({ min: 100_000_000_000, max: 4_000_000_000_000 }).map(String),
      fc.integer({ min: 10_000, max: 99_999 }).map(String),
      fc
        .tuple(fc.integer({ min: 10_000, max: 99_999 }), fc.integer({ min: 1, max: 95 }))
        .map(([day, at]) => `${day}.${String(at).padStart(2, '0')}`),
    );
    fc.assert(
      fc.property(fc.constantFrom(...weak), fc.array(bare, { minLength: 1, maxLength: 12 }), (shape, given) => {
        const texts = given.filter((text) => shape.read(text) !== null);
        fc.pre(texts.length > 0);
        const read = rereadColumn(
          { key: 'a', title: 'a', kind: 'text', ordered: false, cells: texts },
          { as: 'date', shape: shape.id },
        );
        expect(read.kind).toBe('date');
        const back = rereadColumn(read, { as: 'number', decimal: '.' });
        expect(back.cells.map((cell) => Number(cell).toFixed(4))).toEqual(texts.map((text) => Number(text).toFixed(4)));
      }),
      { numRuns: 3000, seed: 20261126 },
    );
  });

  it('have shapes of their own names, each read again by its own', () => {
    expect(new Set(ALL_SHAPES.map(({ id }) => id)).size).toBe(ALL_SHAPES.length);
    expect(new Set(ALL_SHAPES.map(({ name }) => name)).size).toBe(ALL_SHAPES.length);
  });
});

describe('numbers', () => {
  it('of any size are never read as dates, and are read back in the style of any locale', async () => {
    const values = fc
      .tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 1, max: 7 }), fc.boolean())
      .chain(([decimals, figures, negative]) =>
        fc
          .array(fc.integer({ min: negative ? -(10 ** figures) : 0, max: 10 ** figures }), {
            minLength: 7,
            maxLength: 40,
          })
          .map((list) => ({
            decimals,
            list: list.map((value) => value / 10 ** decimals),
          })),
      );
    await fc.assert(
      fc.asyncProperty(
        values,
        locales,
        fc.constantFrom('Load', 'Amount', 'x', 'Pressure'),
        fc.boolean(),
        async ({ decimals, list }, locale, title, first) => {
          const written = list.map((value) => formatNumber(value, decimals, locale));
          const text = [
            first ? `${title};Pier` : `Pier;${title}`,
            ...written.map((value, row) => (first ? `${value};P${row}` : `P${row};${value}`)),
          ].join('\n');
          const { table } = await readTableText(text, 'Sent');
          const column = table.columns[first ? 0 : 1];
          expect(column?.kind, text.slice(0, 160)).toBe('number');
          // Where nothing tells which mark is the decimal one, that is asked.
          if (table.remarks.some(({ asks }) => asks)) return;
          expect(column?.cells.map((cell) => Math.round(Number(cell) * 1000))).toEqual(
            list.map((value) => Math.round(value * 1000)),
          );
        },
      ),
      { numRuns: 600, seed: 20261126 },
    );
  });

  it('between the years of our time are numbers, but where they follow each other as years do', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(fc.integer({ min: 1500, max: 2199 }), { minLength: 8, maxLength: 30 }),
        fc.integer({ min: 0, max: 2 }),
        fc.boolean(),
        async (list, decimals, sorted) => {
          const rising = sorted ? [...list].sort((a, b) => a - b) : list;
          const text = [
            'Shop,Crew',
            ...rising.map((value, row) => `${(value + (decimals > 0 ? 0.1 : 0)).toFixed(decimals)},${row}`),
          ].join('\n');
          const { table } = await readTableText(text, 'Sent');
          expect(table.columns[0]?.kind).toBe('number');
        },
      ),
      { numRuns: 300, seed: 20261126 },
    );
  });
});
