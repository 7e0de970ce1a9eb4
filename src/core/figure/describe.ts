import type { Locale } from '../text/locale.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import type { ResolvedFigure, ResolvedLine } from './resolve.ts';

function describeLine(line: ResolvedLine, locale: Locale): string {
  let high: number | null = null;
  let low: number | null = null;
  let last: number | null = null;
  for (const value of line.values) {
    if (value === null) continue;
    high = high === null ? value : Math.max(high, value);
    low = low === null ? value : Math.min(low, value);
    last = value;
  }
  if (high === null || low === null || last === null) return `${line.name} has no values`;
  const write = (value: number) => formatNumber(value, Math.min(3, value === 0 ? 0 : decimalsOf(value)), locale);
  const unit = line.unit === '%' ? '%' : line.unit ? ` ${line.unit}` : '';
  return `${line.name} between ${write(low)} and ${write(high)}${unit}, last ${write(last)}`;
}

/** The figure in words, for readers who do not see it. */
export function describeFigure(figure: ResolvedFigure, locale: Locale): string {
  if (figure.lines.length === 0) return 'A line figure with no lines shown.';
  const lines = figure.lines.map((line) => describeLine(line, locale));
  const count = lines.length === 1 ? 'one line' : `${lines.length} lines`;
  return `A line figure with ${count}: ${lines.join('; ')}.`;
}
