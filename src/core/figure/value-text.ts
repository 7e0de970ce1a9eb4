/** How the values at points are written. */

import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { decimalsOfValues, formatBeside, formatNumber } from '../text/number.ts';
import { withUnit } from '../text/unit.ts';
import { ofYears } from '../text/years.ts';
import type { FaceId } from '../type/faces.ts';
import { emphasisPoints, shownValues } from './emphasis-points.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';

export interface ValueType {
  face: FaceId;
  size: number;
  /** the text at an entry that has a value; empty where nothing is written */
  write(index: number): string;
}

/** The type in which a line's values are set, on an axis that divides its numbers by ten to the exponent. */
export function valueType(line: ResolvedLine, exponent: number, style: HouseStyle, locale: Locale): ValueType {
  const { values } = line.line;
  const most = locale.decimals ?? null;
  const decimals = values.decimals ?? decimalsOfValues(line.values, line.decimals ?? most, exponent);
  return {
    face: faceOfStyle(style, values.bold ? 600 : 400),
    size: values.size ?? style.sizes.value ?? style.sizes.label,
    write(index) {
      const value = line.values[index] ?? 0;
      const own = line.cells?.[index];
      if (line.cells === null) {
        const number = formatBeside(value / 10 ** exponent, decimals, line.isOfYears ? ofYears(locale) : locale);
        return values.unit && line.unit ? withUnit(number, line.unit, locale) : number;
      }
      return typeof own === 'number'
        ? formatNumber(own, values.decimals ?? decimalsOfValues([own], most), locale)
        : (own ?? '');
    },
  };
}

/** Width of the widest value that may stand to the right of the last point of its line; 0 for none. */
export function endValueWidth(
  figure: ResolvedPlot,
  exponentOf: (line: ResolvedLine) => number,
  style: HouseStyle,
  locale: Locale,
): number {
  return figure.lines.reduce((widest, line) => {
    const { place, on } = line.line.values;
    if (on === 'none' || (place !== 'auto' && place !== 'right')) return widest;
    const last = line.values.findLastIndex((value) => value !== null);
    if (last < 0 || !shownValues(line, emphasisPoints(figure, line)).includes(last)) return widest;
    const { face, size, write } = valueType(line, exponentOf(line), style, locale);
    return Math.max(widest, textWidth(write(last), face, size));
  }, 0);
}
