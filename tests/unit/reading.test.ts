import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DATE_SHAPES } from '../../src/core/table/dates.ts';
import { isMissing } from '../../src/core/table/missing.ts';
import { findStyle } from '../../src/core/table/number-style.ts';
import { type NumberStyle, readNumber } from '../../src/core/table/numbers.ts';
import { areOrdered } from '../../src/core/table/ordered.ts';
import { isWrittenPlainly, plainNumber } from '../../src/core/table/plain-number.ts';
import { keysOf, readTitle } from '../../src/core/table/titles.ts';
import { understand } from '../../src/core/table/understand.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { decimalsOf, formatNumber } from '../../src/core/text/number.ts';
import { readDelimited } from '../../src/formats/delimited.ts';

const DOT: NumberStyle = { decimal: '.', unit: null };
const COMMA: NumberStyle = { decimal: ',', unit: null };
const LETTERS: NumberStyle = { ...DOT, magnitudes: true };
const METRES: NumberStyle = { ...DOT, unit: 'm' };

describe('characters that cannot be stored', () => {
  it('are replaced in the cells of a table, and that is a remark', () => {
    const table = understand(readDelimited('name\u0000,value\na\ud800,1\nb,2\nc,3\n'), 'Odd');
    expect(table.columns[0]).toMatchObject({ title: 'name\uFFFD', cells: ['a\uFFFD', 'b', 'c'] });
    expect(table.remarks.map(({ text }) => text).join()).toMatch(/2 cells held characters that cannot be stored/);
    const fine = understand(readDelimited('name,value\n🛳,1\nb,2\n'), 'Fine');
    expect(fine.columns[0]?.cells[0]).toBe('🛳');
    expect(fine.remarks.map(({ text }) => text).join()).not.toMatch(/cannot be stored/);
  });
});

describe('numbers', () => {
  it.each<[string, NumberStyle, number | null]>([
    ['1,234.5', DOT, 1234.5],
    ['1.234,5', COMMA, 1234.5],
    ['1 234,5', COMMA, 1234.5],
    ['1\u00a0234\u202f567', DOT, 1_234_567],
    ['(1,250)', DOT, -1250],
    ['40-', DOT, -40],
    ['+40', DOT, 40],
    ['−3.5', DOT, -3.5],
    ['12.5 %', DOT, 12.5],
    ['87,5 %', COMMA, 87.5],
    ['$0.966', DOT, 0.966],
    ['-$5', DOT, -5],
    ['EUR 12', DOT, 12],
    ['1.2 k', LETTERS, 1200],
    ['3 bn', LETTERS, 3e9],
    ['1.1 m', LETTERS, 1_100_000],
    ['12 m', METRES, 12],
    ['12 kg', METRES, null],
    ['3 bn', DOT, null],
    ['1.5E+06', DOT, 1_500_000],
    ['9.15e-7', DOT, 9.15e-7],
    ['12,34,567', DOT, 1_234_567],
    ['12.5 p', DOT, 12.5],
    ['1190*', DOT, 1190],
    ['1190¹', DOT, 1190],
    ['1190 (e)', DOT, 1190],
    ['120.50 CR', DOT, -120.5],
    ['120.50 DR', DOT, 120.5],
    ['1 234 kr', COMMA, 1234],
    ['₽ 12', DOT, 12],
    ['T2 3000', DOT, null],
    ['A12', DOT, null],
    ['12 Main Street', DOT, null],
    ['.5', DOT, 0.5],
    ['(0)', DOT, 0],
    ['1,23,456', DOT, 123_456],
    ['1,23,45', DOT, null],
    ['12,3456', DOT, null],
    ['1.2.3', DOT, null],
    ['(5', DOT, null],
    ['-5-', DOT, null],
    ['12 apples', DOT, null],
    ['2024-01', DOT, null],
    ['', DOT, null],
  ])('reads %j', (text, style, value) => {
    expect(readNumber(text, style)).toBe(value);
  });

  it('decides the decimal mark from the whole column', () => {
    expect(findStyle(['1,204', '95', '1,204.5'])).toMatchObject({ style: DOT, unsure: null });
    expect(findStyle(['580.417,50', '12'])).toMatchObject({ style: COMMA, unsure: null });
    expect(findStyle(['87,5 %', '86,1 %'])).toMatchObject({ style: { decimal: ',' }, unit: '%' });
    expect(findStyle(['1,204', '12,094'])).toMatchObject({ style: DOT, unsure: '1,204' });
    expect(findStyle(['0.966', '0.940'])).toMatchObject({ style: DOT, unsure: null });
    expect(findStyle(['1.234.567'])).toMatchObject({ style: COMMA });
  });

  it('reads back what it writes, in every locale', () => {
    const value = fc.tuple(fc.integer({ min: -1e9, max: 1e9 }), fc.integer({ min: 0, max: 3 }));
    for (const id of LOCALES) {
      const locale = localeOf(id);
      fc.assert(
        fc.property(value, ([digits, decimals]) => {
          const number = digits / 10 ** decimals;
          const text = formatNumber(number, decimals, locale);
          expect(readNumber(text, { decimal: locale.decimal as '.' | ',', unit: null })).toBeCloseTo(number, 6);
        }),
        { numRuns: 300 },
      );
    }
  });

  it('writes separators, decimals and the true minus of a locale', () => {
    expect(formatNumber(-1234.5, 2, localeOf('en-GB'))).toBe('−1,234.50');
    expect(formatNumber(1234.5, 1, localeOf('de-DE'))).toBe('1.234,5');
    expect(formatNumber(1234, 0, localeOf('pl-PL'))).toBe('1234');
    expect(formatNumber(12_345, 0, localeOf('pl-PL'))).toBe('12\u00a0345');
    expect(formatNumber(-0.001, 1, localeOf('en-GB'))).toBe('0.0');
  });

  it('counts the decimals a value needs, however large it is', () => {
    expect([20_000, 0.5, 580_417.5, 0.00025, 612_345.12, 1e12].map(decimalsOf)).toEqual([0, 1, 1, 5, 2, 0]);
  });

  it('knows the words for no value', () => {
    expect(['', ' ', 'n/a', 'N/A', '-', '.', 'null', '—'].every(isMissing)).toBe(true);
    expect(['0', '-1', 'none of it', 'x'].some(isMissing)).toBe(false);
  });
});

describe('dates', () => {
  const read = (id: string, text: string) => {
    const at = DATE_SHAPES.find((shape) => shape.id === id)?.read(text);
    return typeof at === 'number' ? new Date(at).toISOString().slice(0, 16) : (at ?? null);
  };

  it.each([
    ['iso', '2024-02-29', '2024-02-29T00:00'],
    ['iso', '2023-02-29', null],
    ['iso', '2026-10-12 14:30', '2026-10-12T14:30'],
    ['iso', '2026-10-12 24:30', null],
    ['iso-month', '2024-01', '2024-01-01T00:00'],
    ['iso-month', '2024-13', null],
    ['day-dot', '31.07.2024', '2024-07-31T00:00'],
    ['month-day', '1/13/2023', '2023-01-13T00:00'],
    ['day-month', '1/13/2023', null],
    ['day-name', '12 Oct 2026', '2026-10-12T00:00'],
    ['day-name', '3. März 2026', '2026-03-03T00:00'],
    ['name-year', 'Nov-24', '2024-11-01T00:00'],
    ['name-year', 'październik 2026', '2026-10-01T00:00'],
    ['week', '2026-W18', '2026-04-27T00:00'],
    ['week', '2020-W53', '2020-12-28T00:00'],
    ['week', '2021-W53', null],
    ['quarter', '2022 Q1', '2022-01-01T00:00'],
    ['quarter-first', 'Q4 2025', '2025-10-01T00:00'],
    ['fiscal', 'FY25', '2025-01-01T00:00'],
  ])('shape %s reads %j', (id, text, expected) => {
    expect(read(id, text)).toBe(expected);
  });

  it('knows categories that have an order of their own', () => {
    expect(areOrdered(['06–08', '08–10'])).toBe(true);
    expect(areOrdered(['06:00', '07:30'])).toBe(true);
    expect(areOrdered(['Mon', 'Tue'])).toBe(true);
    expect(areOrdered(['Northgate', 'Old Quay'])).toBe(false);
    expect(areOrdered([])).toBe(false);
  });
});

describe('titles', () => {
  it.each([
    ['outer_isles', 'Outer isles', null],
    ['on_time_pct', 'On time', '%'],
    ['fuel_eur_per_litre', 'Fuel', 'EUR per litre'],
    ['revenue_eur', 'Revenue', 'EUR'],
    ['Passengers (thousands)', 'Passengers', 'thousands'],
    ['outer_isles (thousands)', 'Outer isles', 'thousands'],
    ['On time %', 'On time', '%'],
    ['Share, ‰', 'Share', '‰'],
    ['%', '%', null],
    ['Foot passengers', 'Foot passengers', null],
    ['cancelled', 'Cancelled', null],
    ['Pünktlich', 'Pünktlich', null],
  ])('reads %j', (title, name, unit) => {
    expect(readTitle(title)).toEqual({ name, unit });
  });

  it('makes distinct keys of any titles', () => {
    expect(keysOf(['A b', 'a_b', '', 'Pünktlich', '%'])).toEqual(['a_b', 'a_b_2', 'column_3', 'punktlich', 'column_5']);
  });
});

describe('plain numbers', () => {
  const plain = fc.stringMatching(/^-?[0-9]{1,12}(\.[0-9]{1,6})?$/);
  const near = fc.stringMatching(/^[-+0-9., eE]{0,18}$/);
  it('are the nearest double of their digits, and anything else is left to others', () => {
    fc.assert(
      fc.property(fc.oneof(plain, near), (text) => {
        const value = plainNumber(text);
        if (!Number.isNaN(value)) expect(value).toBe(Number(text) + 0);
        else expect(/^-?\d+(\.\d+)?$/.test(text) && text.length < 15).toBe(false);
      }),
      { numRuns: 5000 },
    );
  });
  it('are said to be written plainly only where they are written so', () => {
    fc.assert(
      fc.property(fc.oneof(plain, near), fc.constantFrom<'.' | ','>('.', ','), (text, mark) => {
        const given = mark === ',' ? text.replace('.', ',') : text;
        if (isWrittenPlainly(given, mark))
          expect(String(Number(given.replace(mark, '.'))).replace('.', mark)).toBe(given);
        else if (/^-?\d{1,12}(\.\d{1,2})?$/.test(text)) expect(String(Number(text))).not.toBe(text);
      }),
      { numRuns: 5000 },
    );
  });
});
