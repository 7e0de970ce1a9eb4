/** Rounding by the digits of a number as it is written, checked by taking those digits apart. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { localeOf } from '../../src/core/text/locale.ts';
import { formatNumber } from '../../src/core/text/number.ts';
import { fixedOf, roundedTo } from '../../src/core/text/rounding.ts';
import { runs } from '../runs.ts';

/** The same by hand: a number as digits before and behind its point, with one added where the first that goes is five or more. */
function byHand(whole: string, fraction: string, decimals: number): string {
  const kept = whole + fraction.padEnd(decimals, '0').slice(0, decimals);
  const next = Number(fraction[decimals] ?? '0');
  const digits = (BigInt(kept) + (next >= 5 ? 1n : 0n)).toString().padStart(kept.length, '0');
  const point = digits.length - decimals;
  return decimals === 0 ? digits : `${digits.slice(0, point)}.${digits.slice(point)}`;
}

describe('rounding', () => {
  it.each([
    [30.45, 1, '30.5'],
    [1.005, 2, '1.01'],
    [2.675, 2, '2.68'],
    [0.5, 0, '1'],
    [2.5, 0, '3'],
    [0.045, 2, '0.05'],
    [8.345, 2, '8.35'],
    [30.449, 1, '30.4'],
    [999.995, 2, '1000.00'],
    [1e21, 2, '1e+21'],
  ])('of %d to %i decimals is %s', (value, decimals, said) => {
    expect(fixedOf(value, decimals)).toBe(said);
    expect(roundedTo(-value, decimals)).toBe(Number(said) === 0 ? 0 : -Number(said));
  });

  it('is that of the written digits, whatever they are', () => {
    const digits = (most: number) => fc.stringMatching(new RegExp(`^[0-9]{0,${most}}$`));
    fc.assert(
      fc.property(
        fc.nat({ max: 99_999 }),
        digits(6),
        fc.boolean(),
        fc.nat({ max: 5 }),
        (whole, end, isHalf, decimals) => {
          // As often as not the digit that decides is a five, which is where a binary number strays.
          const fraction = isHalf ? `${end.padEnd(decimals, '1').slice(0, decimals)}5` : end;
          const value = Number(`${whole}.${fraction || '0'}`);
          expect(fixedOf(value, decimals)).toBe(byHand(String(whole), fraction, decimals));
          const english = formatNumber(-value, decimals, localeOf('en-GB')).replace('\u2212', '-').replaceAll(',', '');
          expect(Number(english)).toBe(roundedTo(-value, decimals));
        },
      ),
      { numRuns: runs(6000) },
    );
  });
});
