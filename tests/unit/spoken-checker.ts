/** Reads spoken English sentences: their numbers, which stand in words, and whether their verbs are true of the raw values. */
import type { Fact } from '../../src/core/fact/claim.ts';
import { decimalsOfSeries, type FactSeries } from '../../src/core/fact/series.ts';

const COUNTS = 'zero one two three four five six seven eight nine ten'.split(' ');
const ORDINALS = 'zeroth first second third fourth fifth sixth seventh eighth ninth tenth'.split(' ');
const POWERS = { thousand: 3, million: 6, billion: 9, trillion: 12 } as const;
const POWER_OF_UNIT = [
  [/\bthousands?\b/i, 3],
  [/\b(millions?|mn)\b/i, 6],
  [/\b(billions?|bn)\b/i, 9],
  [/\b(trillions?|tn)\b/i, 12],
] as const;

/** A sentence with figures for its number words, and with its values in the size of the unit of its series. */
export function inFigures(text: string, { unit }: FactSeries): string {
  const own = POWER_OF_UNIT.find(([words]) => words.test(unit ?? ''))?.[1];
  const sized =
    own === undefined
      ? text
      : text.replace(
          /([\d,]+)(?:\.(\d+))?(\u00a0(thousand|million|billion|trillion))/g,
          (whole, units, places, _, word) => {
            const more = POWERS[word as keyof typeof POWERS] - own;
            if (more === 0) return whole;
            const decimals = (places ?? '').length;
            // Of a number that was made shorter, the digits that it no longer has are not said.
            const value = Number(`${units.replaceAll(',', '')}.${places ?? 0}`) * 10 ** more;
            return decimals >= more ? value.toFixed(decimals - more) : `≈${value}±${0.5 * 10 ** (more - decimals)}`;
          },
        );
  return sized.replace(/\b[a-z]+\b/g, (word) => {
    const count = Math.max(COUNTS.indexOf(word), ORDINALS.indexOf(word));
    return count > 0 ? String(count) : word;
  });
}

/** What a verb of a sentence says that is not so of the values; null where all are true. */
export function untrueVerb({ claim, series }: Fact, text: string): string | null {
  const { values, finished, shown } = series;
  if (/ {2}| ,|^ | $/.test(text)) return 'has a gap';
  const told = values.flatMap((value, at) => (value !== null && at < finished ? [{ at, value }] : []));
  const verb = (words: string) => text.includes(`${series.name} ${words}`);
  if ('at' in claim) {
    const place = told.findIndex(({ at }) => at === claim.at);
    const [before, own] = [told[place - 1]?.value, told[place]?.value ?? 0];
    const from = claim.kind === 'year' || claim.kind === 'change' ? values[claim.before] : before;
    const start = claim.kind === 'first' ? values[claim.from] : from;
    if (claim.kind !== 'high' && claim.kind !== 'low' && claim.kind !== 'crossing' && claim.kind !== 'spread') {
      if (verb('rose') && !(start != null && own > start)) return `did not rise: ${start} to ${own}`;
      if (verb('fell') && !(start != null && own < start)) return `did not fall: ${start} to ${own}`;
    }
    if (claim.kind === 'first' && verb('stood')) {
      const unit = 10 ** -decimalsOfSeries(series);
      if (Math.abs((start ?? Number.NaN) - own) > unit) return 'did not stay';
    }
  }
  if (/ (peaked|bottomed out) /.test(text) && (claim.kind === 'high' || claim.kind === 'low')) {
    const seen = told.filter(({ at }) => at >= shown.from && at < shown.until);
    const sign = claim.kind === 'high' ? 1 : -1;
    const place = seen.findIndex(({ at }) => at === claim.at);
    const [left, own, right] = [seen[place - 1], seen[place], seen[place + 1]];
    if (!left || !own || !right || series.interval === null) return 'has no peak at an end';
    if (sign * left.value > sign * own.value || sign * right.value > sign * own.value) return 'is no peak';
  }
  if (claim.kind === 'crossing' && text.includes('overtook')) {
    const there = (entry: number) => claim.other.values[claim.other.keys.indexOf(series.keys[entry] ?? '')];
    const [own, other] = [values[claim.since], there(claim.since)];
    if (own == null || other == null || own <= other) return 'did not overtake';
  }
  return null;
}
