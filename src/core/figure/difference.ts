/** Differences: between two points of a line, two lines at one place, or a line and a level; where they run and what they say. */

import type { Change } from '../fact/claim.ts';
import { decimalsOfMove, knownOf, moveBetween } from '../fact/known.ts';
import { fill } from '../fact/messages.ts';
import { changeWords } from '../fact/say.ts';
import { languageOf } from '../text/language.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber, minusOf } from '../text/number.ts';
import { roundedTo } from '../text/rounding.ts';
import type { DifferenceEnd, DressedMarkOf } from './marks.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';
import type { Side } from './spec.ts';

/** An end of a difference with where it is drawn. */
export interface PlacedEnd {
  position: number;
  value: number;
  side: Side;
}

const lineOf = (figure: ResolvedPlot, end: DifferenceEnd): ResolvedLine | undefined =>
  'line' in end ? figure.lines.find(({ line }) => line.id === end.line) : undefined;

/** The entry of a line at which an end stands; -1 for none. */
function entryOf(figure: ResolvedPlot, end: DifferenceEnd): number {
  const line = lineOf(figure, end);
  if (!line || !('line' in end)) return -1;
  const { place } = end;
  const isThere = (value: number | null) => value !== null;
  if (place.kind === 'first') return line.values.findIndex(isThere);
  if (place.kind === 'last') {
    // What is not finished is not yet to be held against what is.
    const finished = line.values.slice(0, line.finishedBy).findLastIndex(isThere);
    return finished >= 0 ? finished : line.values.findLastIndex(isThere);
  }
  const position = figure.placeOf(place.at);
  return position === null ? -1 : line.positions.indexOf(position);
}

/** An end at a line; an end at a level or a value stands where the other one does. */
function placeEnd(figure: ResolvedPlot, end: DifferenceEnd, other: DifferenceEnd): PlacedEnd | null {
  const entry = entryOf(figure, 'line' in end ? end : other);
  const position = figure.positions[entry];
  if (position === undefined) return null;
  if ('value' in end) return { position, value: end.value, side: end.axis };
  if ('level' in end) {
    const level = figure.levels.get(end.level);
    const mark = figure.marks.find(({ id }) => id === end.level);
    const value = typeof level === 'number' ? level : level?.[entry];
    return mark?.kind === 'level' && typeof value === 'number' ? { position, value, side: mark.axis } : null;
  }
  const line = lineOf(figure, end);
  const value = line?.values[entry];
  return line && typeof value === 'number' ? { position, value, side: line.line.axis } : null;
}

/** Whether values at both ends can be held against each other: in one unit, and at one axis. */
function areAlike(
  figure: ResolvedPlot,
  ends: { from: PlacedEnd; to: PlacedEnd },
  from: DifferenceEnd,
  to: DifferenceEnd,
): boolean {
  const [one, other] = [lineOf(figure, from), lineOf(figure, to)];
  const isOneAxis = ends.from.side === ends.to.side || figure.spec.tie.kind === 'same';
  return isOneAxis && (!one || !other || one.unit === other.unit);
}

/** Both ends of a difference; null where one has no value or stands nowhere, or they cannot be held against each other. */
export function endsOf(
  figure: ResolvedPlot,
  { from, to }: Pick<DressedMarkOf<'difference'>, 'from' | 'to'>,
): { from: PlacedEnd; to: PlacedEnd } | null {
  const ends = { from: placeEnd(figure, from, to), to: placeEnd(figure, to, from) };
  if (!ends.from || !ends.to) return null;
  const both = { from: ends.from, to: ends.to };
  return areAlike(figure, both, from, to) ? both : null;
}

/** How many times as much: with one decimal below ten, and in a word where it is two or a half. */
function timesWords(was: number, now: number, locale: Locale): string | null {
  if (was <= 0 || now < 0) return null;
  const times = now / was;
  const decimals = times < 10 ? 1 : 0;
  const written = roundedTo(times, decimals);
  const exact = written === 2 ? 'two' : written === 0.5 ? 'half' : 'other';
  if (written === 0) return null;
  const plain = Number.isInteger(written) ? 0 : decimals;
  return fill('times', languageOf(locale), { exact, count: formatNumber(written, plain, locale) });
}

/** What a difference says, such as "+12%"; empty where nothing can be said. */
export function differenceWords(figure: ResolvedPlot, mark: DressedMarkOf<'difference'>, locale: Locale): string {
  const ends = endsOf(figure, mark);
  const series = (lineOf(figure, mark.to) ?? lineOf(figure, mark.from))?.series();
  if (!ends || !series) return '';
  const [was, now] = [ends.from.value, ends.to.value];
  const known = knownOf(series);
  const unchanged = fill('unchanged', languageOf(locale), {});
  if (was === now) return unchanged;
  const signed = (change: Change) =>
    roundedTo(change.size, change.decimals) === 0
      ? unchanged
      : `${now > was ? '+' : minusOf(locale)}${changeWords(series, change, locale)}`;
  const size = Math.abs(now - was);
  const amount: Change = {
    of: known.scale === 'points' ? 'points' : 'value',
    size,
    decimals: decimalsOfMove(size, known),
  };
  if (mark.as === 'times') return timesWords(was, now, locale) ?? signed(amount);
  if (mark.as === 'percent' && was > 0) {
    const percent = (size / was) * 100;
    return signed({ of: 'percent', size: percent, decimals: percent < 9.95 ? 1 : 0 });
  }
  const moved = mark.as === 'auto' ? moveBetween(was, now, known) : null;
  return signed(moved?.change ?? amount);
}
