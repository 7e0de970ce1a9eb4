/** The numbers of a fact by what they are, for programs. */
import type { Fact } from './claim.ts';

/** Values of the entries that a fact speaks of, and the numbers that it works out: changes without their sign, counts, places, shares in per cent. */
export function numbersOf({ series, claim }: Fact): Record<string, number> {
  const value = (entry: number) => series.values[entry] ?? Number.NaN;
  const found: Record<string, number> = {};
  if ('at' in claim) found['value'] = value(claim.at);
  if ('before' in claim && claim.kind !== 'turn') found['before'] = value(claim.before);
  if (claim.kind === 'first') found['before'] = value(claim.from);
  if ('since' in claim) found['since'] = value(claim.since);
  if ('change' in claim && claim.change) found[`change ${claim.change.of}`] = claim.change.size;
  if ('otherChange' in claim) found[`other change ${claim.otherChange.of}`] = claim.otherChange.size;
  if ('value' in claim) found['value'] = claim.value;
  if ('count' in claim) found['count'] = claim.count;
  if ('of' in claim) found['of'] = claim.of;
  if ('place' in claim) found['place'] = claim.place;
  if ('percent' in claim) found['percent'] = claim.percent;
  if ('level' in claim) found['level'] = claim.level;
  if ('ties' in claim) found['times'] = claim.ties.length;
  if (claim.kind === 'turn') Object.assign(found, { before: claim.before, after: claim.after });
  if (claim.kind === 'unfinished' || claim.kind === 'span') delete found['value'];
  return found;
}
