/** How much of a plot the strokes of lines that go up and down take: from half of it on they run into one. */

const MM_PER_POINT = 25.4 / 72;
/** From this share of the width on, strokes and the gaps between them cannot be told apart. */
const MOST_INK = 0.5;
/** Weights that are tried, points; the finest is the least that prints well. */
const WEIGHTS = [1, 0.8, 0.6, 0.5, 0.4, 0.3];
const LEAST = 0.4;

/** How often values turn from rising to falling or back; a gap counts as none. */
export function turnsOf(values: readonly (number | null)[]): number {
  let [turns, before, way] = [0, Number.NaN, 0];
  for (const value of values) {
    if (value === null) continue;
    const now = Math.sign(value - before) || 0;
    if (now !== 0 && way !== 0 && now !== way) turns++;
    if (now !== 0) way = now;
    before = value;
  }
  return turns;
}

/** Whether strokes of a weight (points) that turn so often over a width (mm) run into one. */
export const runTogether = (turns: number, weight: number, width: number): boolean =>
  (turns / width) * weight * MM_PER_POINT > MOST_INK;

/** The heaviest weight, up to one, at which strokes that turn so often over a width (mm) can be told apart; null for none. */
export const weightFor = (turns: number, most: number, width: number): number | null =>
  [most, ...WEIGHTS.filter((weight) => weight < most)].find((weight) => !runTogether(turns, weight, width)) ?? null;

/** The weight lines get at first: the house's, or the one that tells their strokes apart, as far as one does. */
export const firstWeight = (lines: readonly (readonly (number | null)[])[], house: number, width: number): number =>
  weightFor(
    lines.reduce((sum, values) => sum + turnsOf(values), 0),
    house,
    width,
  ) ?? Math.min(LEAST, house);
