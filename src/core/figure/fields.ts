/** Fields: words that follow the data of a line, such as its latest value. */
import { periodNumber, yearBefore } from '../table/periods.ts';
import type { Locale } from '../text/locale.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import type { SayField } from '../text/rich.ts';
import { withUnit } from '../text/unit.ts';
import { msOf } from '../time/calendar.ts';
import { formatPeriod } from '../time/format.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';

/** Decimals for the values of a line in print: three figures of its largest value, but no more than the values have. */
export function decimalsFor(line: Pick<ResolvedLine, 'values' | 'decimals'>, exponent = 0): number {
  let size = 0;
  let needed = 0;
  for (const value of line.values) {
    if (value === null) continue;
    const divided = Math.abs(value) / 10 ** exponent;
    size = Math.max(size, divided);
    if (needed < 3 && divided > 0) needed = Math.max(needed, Math.min(3, decimalsOf(divided)));
  }
  const figures = size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : 2 - Math.floor(Math.log10(size || 1));
  return Math.min(needed, line.decimals ?? Math.min(6, figures));
}

/** Writes values of a line with its unit where that is short, as in running text. */
export function valueWriter(line: ResolvedLine, locale: Locale): (value: number) => string {
  const decimals = decimalsFor(line);
  return (value) => {
    const number = formatNumber(value, decimals, locale);
    return line.unit !== null && line.unit.length <= 2 ? withUnit(number, line.unit, locale) : number;
  };
}

/** Writes where along the axis an entry of a line stands, as in "July 2026". */
export function placeWriter({ across }: ResolvedPlot, locale: Locale): (at: string) => string {
  if (across.kind !== 'date') return (at) => at;
  return (at) => formatPeriod(msOf(at), across.interval, locale);
}

/** Index of the highest or lowest value among the finished entries, the first of equals; -1 for none. */
export function extremeOf({ values, unfinished }: ResolvedLine, sign: 1 | -1): number {
  let best = -1;
  values.forEach((value, index) => {
    if (value === null || index >= unfinished) return;
    const known = values[best];
    if (known === null || known === undefined || value * sign > known * sign) best = index;
  });
  return best;
}

/** Index of the last entry that has a value and is finished; of an unfinished line, its last value. */
export function latestOf({ values, unfinished }: ResolvedLine): number {
  const found = values.findLastIndex((value, index) => value !== null && index < unfinished);
  return found >= 0 ? found : values.findLastIndex((value) => value !== null);
}

/** Relative change of a line's latest value on the same period of the year before, or null. */
export function changeOnYear({ across, keys }: ResolvedPlot, line: ResolvedLine): number | null {
  if (across.kind !== 'date') return null;
  const index = latestOf(line);
  const now = line.values[index];
  const at = keys[index];
  if (now === null || now === undefined || typeof at !== 'number') return null;
  const { interval } = across;
  const before = yearBefore(at, interval);
  if (before === null) return null;
  const period = periodNumber(before, interval);
  const was = line.values[keys.findIndex((key) => typeof key === 'number' && periodNumber(key, interval) === period)];
  return was === null || was === undefined || was === 0 ? null : (now - was) / Math.abs(was);
}

/** A relative change as "+3.1%". */
export function sayChange(change: number, locale: Locale): string {
  const percent = formatNumber(change * 100, Math.abs(change) < 0.0995 ? 1 : 0, locale);
  return `${change > 0 && !/^0+$/.test(percent.replace(locale.decimal, '')) ? '+' : ''}${withUnit(percent, '%', locale)}`;
}

const NOTHING = '–';

/** What the fields of a figure say; a dash where there is nothing to say. */
export function fieldsOf(figure: ResolvedPlot, locale: Locale): SayField {
  const place = placeWriter(figure, locale);
  return (field, id) => {
    const wanted = id ?? figure.lines[0]?.line.id;
    const [line, ...others] = figure.lines.filter((candidate) => candidate.line.id === wanted);
    // A line that runs through several panels has a value in each of them.
    if (!line || others.length > 0) return NOTHING;
    if (field === 'name') return line.name;
    if (field === 'change on year') {
      const change = changeOnYear(figure, line);
      return change === null ? NOTHING : sayChange(change, locale);
    }
    const first = line.values.findIndex((value) => value !== null);
    const index =
      field === 'first month'
        ? first
        : field === 'high and its month'
          ? extremeOf(line, 1)
          : field === 'low and its month'
            ? extremeOf(line, -1)
            : latestOf(line);
    const value = line.values[index];
    if (value === null || value === undefined) return NOTHING;
    const where = place(line.at(index));
    if (field === 'latest month' || field === 'first month') return where;
    const written = valueWriter(line, locale)(value);
    return field === 'latest value' ? written : `${written} (${where})`;
  };
}
