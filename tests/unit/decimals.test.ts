/** One rule for decimals: as many as tell the values of a column apart, never more than they have, and no value other than zero as 0. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { localeOf } from '../../src/core/text/locale.ts';
import { decimalsOfValues, formatBeside } from '../../src/core/text/number.ts';

const english = localeOf('en-GB');
const written = (values: readonly number[]) => {
  const decimals = decimalsOfValues(values, null);
  return values.map((value) => formatBeside(value, decimals, english));
};

describe('a value beside others', () => {
  it('is never written as zero, nor as twice what it is', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-30, max: 1, noNaN: true }), fc.integer({ min: 0, max: 4 }), (value, decimals) => {
        const said = formatBeside(value, decimals, english);
        const raised = (text: string) => [...text].map((sign) => '⁰¹²³⁴⁵⁶⁷⁸⁹'.indexOf(sign)).join('');
        const [, figures = '1', minus, power] = /^(?:([\d.]+) × )?10(⁻?)([⁰¹²³⁴⁵⁶⁷⁸⁹]+)$/.exec(said) ?? [];
        const number = power ? Number(`${figures}e${minus ? '-' : ''}${raised(power)}`) : Number(said);
        expect(number).toBeGreaterThan(0);
        // With so few decimals, it is rounded to the last of them.
        expect(Math.abs(number - value)).toBeLessThanOrEqual(Math.max(0.5 * 10 ** -decimals, value * 0.51));
      }),
    );
  });
});

describe('values of a column', () => {
  it.each<[string, readonly number[], readonly string[]]>([
    ['small beside large', [0.4, 9.4, 284.6], ['0.4', '9.4', '284.6']],
    ['large ones that differ by much', [32_231.4, 45_221.9, 12_000], ['32,231', '45,222', '12,000']],
    ['large ones that differ by little', [1000.2, 1000.9, 1000.4], ['1,000.2', '1,000.9', '1,000.4']],
    ['hundreds that differ by little', [104.1, 103.9, 98.2], ['104.1', '103.9', '98.2']],
    ['one near zero among others', [-9.83, 0.004, 9.75], ['\u22129.83', '0.004', '9.75']],
    ['whole ones', [3, 17, 240], ['3', '17', '240']],
    ['equal ones', [5.25, 5.25], ['5.25', '5.25']],
    ['zeros', [0, 0], ['0', '0']],
  ])('%s', (_, values, expected) => {
    expect(written(values)).toEqual(expected);
  });

  it('are never written as zero when they are none, nor with more decimals than they have', () => {
    const places = fc.integer({ min: 0, max: 5 });
    const value = fc.tuple(fc.integer({ min: -2_000_000, max: 2_000_000 }), places).map(([n, by]) => n / 10 ** by);
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 12 }), (values) => {
        const have = Math.max(...values.map((one) => String(one).split('.')[1]?.length ?? 0));
        for (const [index, text] of written(values).entries()) {
          if (values[index] !== 0) expect(/[1-9]/.test(text), `${values[index]} as ${text}`).toBe(true);
          expect(text.split('.')[1]?.length ?? 0).toBeLessThanOrEqual(have);
        }
      }),
      { numRuns: 2000 },
    );
  });

  it('tell apart what differs by a tenth of the range', () => {
    const value = fc.integer({ min: 0, max: 1_000_000 }).map((n) => n / 1000);
    fc.assert(
      fc.property(fc.array(value, { minLength: 2, maxLength: 12 }), (values) => {
        const range = Math.max(...values) - Math.min(...values);
        const texts = written(values);
        values.forEach((one, at) => {
          values.forEach((other, index) => {
            if (Math.abs(one - other) > range / 10) expect(texts[at]).not.toBe(texts[index]);
          });
        });
      }),
    );
  });
});
