/** How a value axis writes its numbers, and what its caption says of them. */

import type { ValueScale } from '../scale/value-axis.ts';
import type { Locale } from '../text/locale.ts';
import { decimalsOf, formatNumber, formatPower, powerOfTen } from '../text/number.ts';
import type { Words } from '../text/rich.ts';
import { withUnit } from '../text/unit.ts';
import type { DressedAxis } from './spec.ts';

export interface AxisNumbers {
  /** one for each tick */
  labels: string[];
  /** what stands above or along the axis; empty for nothing */
  caption: Words;
  /** the power of ten the numbers are divided by */
  exponent: number;
}

const EXPONENTS = { plain: 0, thousands: 3, millions: 6, billions: 9 } as const;
/** Units that are a power of ten already are not given another. */
const POWER_UNITS = /\b(thousands?|millions?|billions?|k|mn?|bn)\b/i;

/** From these sizes on numbers are written with a power of ten, for their zeros cannot be counted at a glance. */
const [SMALL, LARGE] = [1e-6, 1e15];
/** Decimals that no reader counts; numbers that would need as many are divided by less than was asked for. */
const TOO_MANY = 10;

/** The power of ten that suits numbers of a size: millions, billions, or a third power where they are beyond words. */
function exponentFor(size: number): number {
  if (size >= LARGE || (size > 0 && size < SMALL)) return 3 * Math.floor(Math.log10(size) / 3 + 1e-9);
  return size >= 2e9 ? 9 : size >= 2e6 ? 6 : 0;
}

/** The power of ten that numbers are divided by. */
function exponentOf(axis: DressedAxis, { low, high, step }: ValueScale, unit: string | null): number {
  const wished = axis.numbers === 'auto' ? null : EXPONENTS[axis.numbers];
  if (wished !== null && (axis.scale === 'log' ? low : step) / 10 ** wished >= 10 ** -TOO_MANY) return wished;
  if (axis.scale === 'log') return 0;
  const exponent = exponentFor(Math.max(Math.abs(low), Math.abs(high)));
  return unit !== null && POWER_UNITS.test(unit) && exponent > 0 && exponent <= 9 ? 0 : exponent;
}

/** How the ticks of a logarithmic axis are written: in full, or all with powers of ten where some are too small or too large for that. */
function logWriter(ticks: readonly number[], locale: Locale): (value: number) => string {
  const isPlain = ticks.every((tick) => tick >= SMALL && tick < LARGE);
  // They differ in size, and so in their decimals.
  return (value) => (isPlain ? formatNumber(value, decimalsOf(value), locale) : formatPower(value, locale));
}

const MINUS = '\u2212';

/** Labels of the ticks with just the decimals the step needs, and the caption that says their unit once. */
export function axisNumbers(
  axis: DressedAxis,
  scale: ValueScale,
  { unit, of }: { unit: string | null; of: string | null },
  locale: Locale,
): AxisNumbers {
  const exponent = exponentOf(axis, scale, unit);
  const divided = (value: number) => value / 10 ** exponent;
  // Two ticks at the ends of an axis are no multiples of what lies between them.
  const told = scale.ticks.length === 2 ? [scale.step, ...scale.ticks] : [scale.step];
  const decimals = Math.max(...told.map((value) => decimalsOf(Math.abs(divided(value)))));
  const last = axis.direction === 'up' ? scale.ticks.length - 1 : 0;
  const inLog = logWriter(scale.ticks.map(divided), locale);
  const labels = scale.ticks.map((tick, index) => {
    const value = divided(tick);
    const plain = scale.kind === 'log' ? inLog(value) : formatNumber(value, decimals, locale);
    const signed = axis.plus && value > 0 && !plain.startsWith(MINUS) ? `+${plain}` : plain;
    const carries = unit !== null && (axis.unit === 'each' || (axis.unit === 'last' && index === last));
    return carries ? withUnit(signed, unit, locale) : signed;
  });
  const power = exponent === 0 ? null : (locale.powers[exponent / 3 - 1] ?? powerOfTen(exponent));
  const said = [of, axis.unit === 'caption' ? unit : null, power].filter((part) => part).join(', ');
  return { labels, caption: axis.title ?? said, exponent };
}
