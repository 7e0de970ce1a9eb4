/** How a value axis writes its numbers, and what its caption says of them. */

import type { ValueScale } from '../scale/value-axis.ts';
import type { Locale } from '../text/locale.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import type { Words } from '../text/rich.ts';
import { withUnit } from '../text/unit.ts';
import type { ValueAxis } from './spec.ts';

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

/** The power of ten that numbers are divided by. */
function exponentOf(axis: ValueAxis, { low, high }: ValueScale, unit: string | null): number {
  if (axis.numbers !== 'auto') return EXPONENTS[axis.numbers];
  if (axis.scale === 'log' || (unit !== null && POWER_UNITS.test(unit))) return 0;
  const size = Math.max(Math.abs(low), Math.abs(high));
  return size >= 2e9 ? 9 : size >= 2e6 ? 6 : 0;
}

const MINUS = '\u2212';

/** Labels of the ticks with just the decimals the step needs, and the caption that says their unit once. */
export function axisNumbers(
  axis: ValueAxis,
  scale: ValueScale,
  { unit, of }: { unit: string | null; of: string | null },
  locale: Locale,
): AxisNumbers {
  const exponent = exponentOf(axis, scale, unit);
  const divided = (value: number) => value / 10 ** exponent;
  const decimals = decimalsOf(divided(scale.step));
  const last = axis.direction === 'up' ? scale.ticks.length - 1 : 0;
  const labels = scale.ticks.map((tick, index) => {
    const value = divided(tick);
    // Ticks of a logarithmic axis differ in size, and so in their decimals.
    const plain = formatNumber(value, scale.kind === 'log' ? decimalsOf(value) : decimals, locale);
    const signed = axis.plus && value > 0 && !plain.startsWith(MINUS) ? `+${plain}` : plain;
    const carries = unit !== null && (axis.unit === 'each' || (axis.unit === 'last' && index === last));
    return carries ? withUnit(signed, unit, locale) : signed;
  });
  const power = exponent === 0 ? null : locale.powers[exponent / 3 - 1];
  const said = [of, axis.unit === 'caption' ? unit : null, power].filter((part) => part).join(', ');
  return { labels, caption: axis.title ?? said, exponent };
}
