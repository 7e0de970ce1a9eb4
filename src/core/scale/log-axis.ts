/** Logarithmic value axes: ticks at powers of ten, or at 1, 2 and 5 of each where there are few. */
import { multiplesIn, roundStepFrom, tidy } from './ticks.ts';
import type { ValueAxisWish, ValueScale } from './value-axis.ts';

const power = (exponent: number) => tidy(10 ** exponent);

/** The numbers `mantissa` × 10ⁿ within [low, high], rising; every `every`-th power of ten only. */
function decadeTicks(low: number, high: number, mantissas: readonly number[], every = 1): number[] {
  const first = Math.floor(Math.log10(low) - 1e-9);
  const last = Math.floor(Math.log10(high) + 1e-9);
  const ticks: number[] = [];
  for (let exponent = Math.ceil(first / every) * every; exponent <= last; exponent += every)
    for (const mantissa of mantissas) {
      const value = tidy(mantissa * power(exponent));
      if (value >= low * (1 - 1e-9) && value <= high * (1 + 1e-9)) ticks.push(value);
    }
  return ticks;
}

/** The next of 1, 2 and 5 × 10ⁿ at or below (above) a value, or the next power of ten over many decades. */
function roundEnd(value: number, up: boolean, mantissas: readonly number[]): number {
  const exponent = Math.floor(Math.log10(value) + 1e-9);
  const candidates = [exponent, exponent + 1].flatMap((at) => mantissas.map((m) => tidy(m * power(at))));
  const fitting = candidates.filter((at) => (up ? at >= value * (1 - 1e-9) : at <= value * (1 + 1e-9)));
  return up ? Math.min(...fitting) : Math.max(...fitting);
}

/** Numbers beyond these are drawn at the edge. */
const LEAST = 1e-290;
const MOST = 1e290;

/** Over more decades than this an automatic end is a power of ten. */
const FEW_DECADES = 2;
const FINE = [1, 2, 5];
const ALL = [1, 2, 3, 4, 5, 6, 7, 8, 9];

/**
 * Finds the ends and ticks of a logarithmic axis. `extent` is that of the
 * values above zero, or null when there is none; ends at or below zero are not
 * taken. `most` is how many labels have room.
 */
export function resolveLogAxis(wish: ValueAxisWish, extent: [number, number] | null, most: number): ValueScale {
  const room = Math.max(2, Math.floor(most));
  const given = (end: ValueAxisWish['from']) => (typeof end === 'number' && end > 0 ? end : null);
  let [low, high] = (extent ?? [1, 10]).map((end) => Math.max(LEAST, Math.min(MOST, end))) as [number, number];
  low = given(wish.from) ?? low;
  high = given(wish.to) ?? high;
  if (high <= low * (1 + 1e-9)) {
    if (given(wish.to) === null) high = low * 10;
    else low = high / 10;
  }
  const mantissas = Math.log10(high / low) <= FEW_DECADES ? FINE : [1];
  if (given(wish.from) === null) low = roundEnd(low, false, mantissas);
  if (given(wish.to) === null) high = roundEnd(high, true, mantissas);
  if (low === high) high = tidy(low * 10);
  let ticks = decadeTicks(low, high, mantissas);
  if (ticks.length < 3) {
    // Less than a decade: round steps, set at their logarithms.
    let step = roundStepFrom((high - low) / Math.min(room - 1, 6), false);
    const within = (by: number) => multiplesIn(low, high, by).filter((tick) => tick > 0);
    while (within(step).length > room) step = roundStepFrom(step * 1.01, false);
    ticks = within(step);
    // The last step up may have left one: the first and the last of the finer ones stay then.
    if (ticks.length < 2) {
      const finer = within(roundStepFrom((high - low) / 6, false));
      ticks = finer.length >= 2 ? [finer[0] ?? low, finer.at(-1) ?? high] : ticks;
    }
  }
  const fine = ticks;
  for (let every = 1; ticks.length > room; every++) ticks = decadeTicks(low, high, [1], every);
  // One number alone does not say how far apart the others are.
  if (ticks.length < 2) ticks = fine.length >= 2 ? [fine[0] ?? low, fine.at(-1) ?? high] : [low, high];
  const majors = new Set(ticks);
  const few = Math.log10(high / low) <= room * 1.5;
  const minor = decadeTicks(low, high, few ? ALL : [1]).filter((value) => !majors.has(value));
  return { kind: 'log', low, high, step: ticks[0] ?? low, ticks, minor, refused: null };
}
