/** The options of an Inspect face with the functions that write its numbers and dates, made of what they say of themselves. */
import type { ApexOptions } from 'apexcharts';
import { escapeXml } from '../scene/svg.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber, missingSign } from '../text/number.ts';
import { pageWords } from '../text/page-words.ts';
import { ofYears } from '../text/years.ts';
import { formatPeriod } from '../time/format.ts';
import type { Inspect } from './inspect.ts';

/** The value at a point of a series; null where it has none. */
export function valueAt({ series }: Inspect, index: number, point: number | undefined): number | null {
  const datum = point === undefined ? null : series[index]?.data[point];
  return (Array.isArray(datum) ? datum[1] : datum) ?? null;
}

/** A value of a series as it is read out: with its unit, and whether it is not final, which its point tells. */
export function sayValue(
  inspect: Inspect,
  index: number,
  value: number | null | undefined,
  point: number | undefined,
  locale: Locale,
): string {
  const writing = inspect.writing[index];
  if (!writing || value === null || value === undefined) return missingSign(locale);
  const number = formatNumber(value, writing.decimals, writing.years ? ofYears(locale) : locale);
  // A point that is told with another value is that of another series.
  const state = valueAt(inspect, index, point) === value ? writing.states[point ?? -1] : undefined;
  const words = pageWords(locale);
  return [number, ...(writing.unit ? [writing.unit] : [])].join(' ') + (state ? `, ${words[state]}` : '');
}

/** Where a point stands across, as it is read out. */
export const sayPlace = ({ across }: Inspect, key: number | string, locale: Locale): string =>
  across !== null && typeof key === 'number' ? formatPeriod(key, across, locale) : String(key);

/** The options as the chart library takes them, in the language of a report. */
export function writtenOptions(inspect: Inspect, locale: Locale): ApexOptions {
  const { options, writing, axes } = inspect;
  const yaxis = [options.yaxis ?? []].flat().map((axis) => {
    const { decimals, exponent, years } = axes.find(({ side }) => (side === 'right') === axis.opposite) ?? {
      decimals: 0,
      exponent: 0,
      years: false,
    };
    const own = years ? ofYears(locale) : locale;
    return {
      ...axis,
      labels: { ...axis.labels, formatter: (value: number) => formatNumber(value / 10 ** exponent, decimals, own) },
    };
  });
  const y = writing.map((_, series) => ({
    formatter: (value: number | null | undefined, at?: { dataPointIndex?: number }) =>
      escapeXml(sayValue(inspect, series, value, at?.dataPointIndex, locale)),
  }));
  const x =
    inspect.across === null
      ? options.tooltip?.x
      : { ...options.tooltip?.x, formatter: (key: number) => escapeXml(sayPlace(inspect, key, locale)) };
  const name = locale.id.slice(0, 2);
  const names = { months: [...locale.months], shortMonths: [...locale.monthsShort] };
  return {
    ...options,
    chart: { ...options.chart, locales: [{ name, options: names }], defaultLocale: name },
    yaxis,
    tooltip: { ...options.tooltip, y, ...(x && { x }) },
  };
}
