/** A rhythm of the week or the year is no news, and what is no rhythm is not taken for one. */
import { describe, expect, it } from 'vitest';
import { factsOfSeries } from '../../src/core/fact/facts.ts';
import { knownOf } from '../../src/core/fact/known.ts';
import { rhythmOf } from '../../src/core/fact/rhythm.ts';
import type { FactSeries } from '../../src/core/fact/series.ts';
import type { Interval } from '../../src/core/time/interval.ts';
import { Dice } from './any-command.ts';
import { day, months } from './tables.ts';

const DAY = 86_400_000;
const days = (count: number) => Array.from({ length: count }, (_, at) => day('2024-01-01') + at * DAY);
const quarters = (count: number) => months(2000, 1, count * 3).filter((_, at) => at % 3 === 0);

const series = (values: readonly number[], interval: Interval, keys: readonly number[]): FactSeries => ({
  id: 'a',
  name: 'Load',
  unit: 't',
  measure: 'flow',
  fellows: 1,
  values,
  keys,
  interval,
  finished: values.length,
  shown: { from: 0, until: values.length },
  yearStart: 1,
  whole: true,
  decimals: null,
});
const rhythm = (one: FactSeries) => rhythmOf(knownOf(one));
const kinds = (one: FactSeries) => factsOfSeries(one).map(({ claim }) => claim.kind);

/** A course with a season of so many parts, and noise of a share of it. */
function seasonal(count: number, parts: number, noise: number, seed: number): number[] {
  const dice = new Dice(seed);
  return Array.from({ length: count }, (_, at) =>
    Math.round(1000 + 300 * Math.sin((2 * Math.PI * (at % parts)) / parts) + noise * 300 * (dice.next() - 0.5) * 2),
  );
}

const CASES: readonly (readonly [Interval, number, number, (count: number) => readonly number[]])[] = [
  ['month', 12, 36, (count) => months(2021, 1, count)],
  ['quarter', 4, 24, quarters],
  ['day', 7, 60, days],
];

describe('a rhythm', () => {
  it.each(CASES)(
    'of a %s is found where it is (%i periods, %i values), and not in noise',
    (interval, parts, count, keysOf) => {
      const keys = keysOf(count);
      const found = (noise: number, amplitude: number) =>
        Array.from({ length: 200 }, (_, seed) => {
          const values = seasonal(count, parts, noise, seed).map((value) =>
            Math.round(1000 + (value - 1000) * amplitude),
          );
          return rhythm(series(values, interval, keys));
        });
      expect(found(0.2, 1).filter((length) => length === parts).length).toBeGreaterThan(190);
      const noise = Array.from({ length: 200 }, (_, seed) => {
        const dice = new Dice(seed + 7000);
        return rhythm(
          series(
            Array.from({ length: count }, () => 900 + dice.below(200)),
            interval,
            keys,
          ),
        );
      });
      expect(noise.filter((length) => length !== null).length).toBeLessThan(20);
      // Less than two rounds of it tell nothing.
      const short = 2 * parts;
      expect(rhythm(series(seasonal(short, parts, 0, 1), interval, keysOf(short)))).toBeNull();
    },
  );

  it('has no streaks, turns, spans and changes on the period before told of it, but what differs on the year', () => {
    const news = ['streak', 'turn', 'previous', 'first', 'change', 'since'];
    for (const [interval, parts, count, keysOf] of CASES) {
      const of = (length: number) => kinds(series(seasonal(length, parts, 0.05, 3), interval, keysOf(length)));
      // Wherever in the round it ends.
      for (let length = count; length < count + parts; length++)
        expect([
          interval,
          length,
          of(length).filter((kind) => kind === 'streak' || kind === 'turn' || kind === 'previous'),
        ]).toEqual([interval, length, []]);
      expect(news.filter((kind) => of(count + 2).includes(kind as never)).length).toBeLessThan(3);
    }
    const monthly = series(seasonal(40, 12, 0.05, 5), 'month', months(2021, 1, 40));
    expect(kinds(monthly)).toContain('year');
  });

  it('does not hide what goes on for longer than it', () => {
    const values = seasonal(48, 12, 0.02, 9).concat(Array.from({ length: 14 }, (_, at) => 1500 + at * 200));
    const one = series(values, 'month', months(2020, 1, values.length));
    const streak = factsOfSeries(one).find(({ claim }) => claim.kind === 'streak');
    if (rhythm(one) !== null) expect(streak?.weight).toBeGreaterThan(0);
    expect(kinds(one)).toContain('streak');
  });
});
