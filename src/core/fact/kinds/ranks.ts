/** The place of the latest value among all, and among those of the same month, quarter or week. */
import type { End, Fact } from '../claim.ts';
import type { Known } from '../known.ts';
import { partOfYear } from '../places.ts';
import { recordLength } from '../record-length.ts';

/** A place among fewer years says nothing. */
const LEAST_YEARS = 4;

/** Places further down are not worth a word. */
const LAST_PLACE = 5;

/**
 * The place of an entry among others by its value, from 1 for the highest or
 * the lowest; null where another has the same or is written alike, and where it
 * is further down than is worth a word.
 */
function placeAmong(
  { of, written }: Pick<Known, 'of' | 'written'>,
  at: number,
  others: readonly number[],
  end: End,
): number | null {
  const sign = end === 'high' ? 1 : -1;
  let place = 1;
  for (const other of others) {
    if (other === at) continue;
    if (written(other) === written(at)) return null;
    if (of(other) * sign > of(at) * sign && ++place > LAST_PLACE) return null;
  }
  return place;
}

export function ranks(known: Known, at: number): Fact[] {
  const { series, all } = known;
  if (series.interval === null) return [];
  const part = partOfYear(known, at);
  const same = part === null ? [] : all.filter((entry) => partOfYear(known, entry) === part);
  return (['high', 'low'] as const).flatMap((end): Fact[] => {
    const ofAll = placeAmong(known, at, all, end);
    const ofSame = placeAmong(known, at, same, end);
    const made = (
      among: 'all' | 'season',
      place: number,
      count: number,
      points: readonly number[],
      weight: number,
    ): Fact => ({
      series,
      claim: {
        kind: 'rank',
        among,
        end,
        at,
        place,
        count,
        length: among === 'all' ? recordLength(known) : { record: false },
      },
      points,
      weight,
    });
    return [
      // The first of all is a record, and said as one.
      ...(ofAll !== null && ofAll > 1 && all.length >= 12
        ? [made('all', ofAll, all.length, [at], 30 - 2 * ofAll)]
        : []),
      ...(ofSame !== null && ofSame <= 2 && ofAll !== 1 && same.length >= LEAST_YEARS
        ? [made('season', ofSame, same.length, same, (ofSame === 1 ? 48 : 20) + Math.min(10, same.length))]
        : []),
    ];
  });
}
