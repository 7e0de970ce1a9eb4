/**
 * Rounding as readers do it: by the digits of a number as it is written, and a
 * last five away from zero. 30.45 is 30.5, though the nearest number that a
 * computer holds lies a little below it.
 */

/** The power of ten of a count of decimals. */
const scaleOf = (decimals: number) => 10 ** decimals;

/** Whether the written digits of a number end with a five right behind so many decimals. */
function endsInFive(size: number, decimals: number): boolean {
  const written = String(size);
  const point = written.indexOf('.');
  return point >= 0 && !written.includes('e') && written.length - point - 2 === decimals && written.endsWith('5');
}

/** So near a half a number may have been written with a five. */
const NEAR = 1e-6;

/** A number that is not below zero with so many decimals, as a text; with an exponent from 1e21 on. */
export function fixedOf(size: number, decimals: number): string {
  const scaled = size * scaleOf(decimals);
  const whole = Math.floor(scaled);
  // Most numbers are nowhere near a half.
  if (Math.abs(scaled - whole - 0.5) > NEAR || !endsInFive(size, decimals)) return size.toFixed(decimals);
  return ((whole + 1) / scaleOf(decimals)).toFixed(decimals);
}

/** A number as it is written with so many decimals; zero has no sign. */
export function roundedTo(value: number, decimals: number): number {
  // A whole number is written as it is; adding zero takes the sign off zero.
  if (Number.isInteger(value)) return value + 0;
  const size = Number(fixedOf(Math.abs(value), decimals));
  return value < 0 && size !== 0 ? -size : size;
}
