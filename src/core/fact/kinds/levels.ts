/** How values stand to a level: a target, or a round number. */

import { decimalsOf } from '../../text/number.ts';
import { roundedTo } from '../../text/rounding.ts';
import type { Fact, SideOf, Target } from '../claim.ts';
import type { Known } from '../known.ts';
import { recordLength } from '../record-length.ts';

const MOST_DECIMALS = 8;

/** Where a value stands to a level, as both are and as both are written; "level" where they are one, null where rounding hides it. */
function sideOf(value: number, level: number, decimals: number): SideOf | 'level' | null {
  if (value === level) return 'level';
  const seen = Math.sign(
    roundedTo(value, decimals) - roundedTo(level, Math.max(decimals, Math.min(MOST_DECIMALS, decimalsOf(level)))),
  );
  return seen === Math.sign(value - level) ? (value > level ? 'above' : 'below') : null;
}

const levelAt = ({ at }: Target, entry: number) => (typeof at === 'number' ? at : (at[entry] ?? null));

/** How many of the shown values stand below a target, and how many above, and which. */
export function againstTarget(known: Known, target: Target): Fact[] {
  const { series, entries, of, decimals } = known;
  const held = entries.filter((entry) => levelAt(target, entry) !== null);
  const sides = held.map((entry) => sideOf(of(entry), levelAt(target, entry) ?? 0, decimals));
  if (held.length < 2 || sides.includes(null)) return [];
  return (['below', 'above'] as const).flatMap((side): Fact[] => {
    const which = held.filter((_, index) => sides[index] === side);
    const share = which.length / held.length;
    // The rarer side is what stands out.
    const weight = share > 0 && share <= 0.5 ? 46 + Math.round(10 * (0.5 - share)) : 12;
    return which.length === 0 && share === 0 && sides.every((found) => found === 'level')
      ? []
      : [
          {
            series,
            claim: { kind: 'target', side, target, count: which.length, of: held.length, which },
            points: which,
            weight: which.length === 0 ? 22 : weight,
          },
        ];
  });
}

/** The largest number with one figure that is not above a value. */
const roundBelow = (value: number) => {
  const power = 10 ** Math.floor(Math.log10(value));
  return Math.floor(value / power) * power;
};

/** That the latest value is beyond a target, or beyond a round number, for the first time. */
export function beyond(known: Known, at: number, targets: readonly Target[]): Fact[] {
  const { series, all, of, written, decimals } = known;
  const earlier = all.filter((entry) => entry < at);
  if (series.interval === null || earlier.length < 6) return [];
  const range = { count: all.length, ...recordLength(known) };
  const made = (side: SideOf, level: number, target: Target | null, weight: number): Fact[] => {
    const places = Math.max(decimals, Math.min(MOST_DECIMALS, decimalsOf(level)));
    if (level !== 0 && roundedTo(level, places) === 0) return [];
    return [
      {
        series,
        claim: { kind: 'beyond', side, at, level, decimals: Math.min(places, decimalsOf(level)), target, ...range },
        points: [at],
        weight: range.record ? weight : weight / 2,
      },
    ];
  };
  const ofTargets = targets.flatMap((target) => {
    if (typeof target.at !== 'number') return [];
    const level = target.at;
    const side = sideOf(of(at), level, decimals);
    const isFirst = earlier.every((entry) => {
      const found = sideOf(of(entry), level, decimals);
      return found !== null && found !== side;
    });
    return (side === 'above' || side === 'below') && isFirst ? made(side, level, target, 72) : [];
  });
  const level = of(at) > 0 ? roundBelow(of(at)) : 0;
  const isNew =
    level > 0 && written(at) > level && earlier.every((entry) => of(entry) < level && written(entry) < level);
  return [...ofTargets, ...(isNew ? made('above', level, null, 42) : [])];
}
