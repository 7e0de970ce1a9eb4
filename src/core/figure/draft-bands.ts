/** Bands that sum up many values of a line: the years before it, or all values of a longer period, each with their mean as a line. */
import { isSame } from '../named/same.ts';
import type { Calculation } from '../table/calc/calculation.ts';
import { titleOfRule } from '../table/calc/draft.ts';
import { SPREADS, type Spread, type Statistic } from '../table/calc/together.ts';
import { columnOf, type Table } from '../table/column.ts';
import { keysOf } from '../table/titles.ts';
import type { Locale } from '../text/locale.ts';
import { DAY } from '../time/calendar.ts';
import { type BandOf, isNamedAs, sayBand } from './band-names.ts';
import { Mark, type MarkOf } from './marks.ts';
import { newLine } from './new-line.ts';
import type { FigureSpec, Line } from './spec.ts';

/** Strength of such a band: it lies under lines, and often over a grid. */
const OPACITY = 0.2;

interface DraftedBand {
  calculations: Calculation[];
  band: Mark;
  line: Line;
}

/** The columns of a table with their titles, as far as they are known. */
type KnownColumns = readonly { key: string; title: string }[];

/** A name that none of some has: the first of "name", "name-2" and so on. */
function free(name: string, taken: ReadonlySet<string>): string {
  let own = name;
  for (let count = 2; taken.has(own); count++) own = `${name}-${count}`;
  return own;
}

/** So much of a line's id stands in those of its band and mean, which are no longer than others. */
const MOST_OF_ID = 50;

/** The mean of the years before stands behind the line itself: half its weight, or so much where the house decides that. */
const MEAN_WEIGHT = 0.65;
const thinner = (weight: Line['weight']) =>
  weight === 'house' ? MEAN_WEIGHT : Math.max(0.4, Math.round(weight * 50) / 100);

/** The calculations of a band, the band and the line of its mean, in the colour of the line it is of. */
export function draftBandOf(
  of: BandOf,
  line: Line,
  figure: FigureSpec,
  columns: KnownColumns,
  locale: Locale,
): DraftedBand {
  const keys = columns.map(({ key }) => key);
  const ids = new Set([...figure.lines, ...figure.marks].map(({ id }) => id));
  const calculation = (statistic: Statistic): Calculation => {
    const rule = ruleOf(of, line.column, statistic);
    const title = titleOfRule(rule, { columns });
    const key = keysOf([...keys, title]).at(-1) ?? title;
    keys.push(key);
    return { key, title, rule };
  };
  const [low, high] = SPREADS[of.spread].map(calculation) as [Calculation, Calculation];
  const mean = calculation('mean');
  const band = Mark.parse({
    kind: 'band',
    id: free(`${line.id.slice(0, MOST_OF_ID)}-band`, ids),
    name: sayBand(of, of.spread, locale),
    colour: line.colour,
    opacity: OPACITY,
    over: { kind: 'columns', axis: line.axis, from: low.key, to: high.key },
  });
  const drawn: Line = {
    ...newLine(free(`${line.id.slice(0, MOST_OF_ID)}-mean`, ids), mean.key, line.colour),
    axis: line.axis,
    name: sayBand(of, 'mean', locale),
    weight: of.kind === 'past years' ? thinner(line.weight) : 'house',
    values: { ...line.values, on: 'none' },
  };
  return { calculations: [low, high, mean], band, line: drawn };
}

/** Calculations that make a band, and what it sums up. */
export interface BandRules {
  of: BandOf;
  column: string;
  keys: { low: string; high: string; mean: string | null };
}

/** What a band between calculated columns sums up; null where its edges were not made for it. */
export function bandRulesOf({ over }: MarkOf<'band'>, calculations: readonly Calculation[]): BandRules | null {
  if (over.kind !== 'columns') return null;
  const at = (key: string) => calculations.find((calculation) => calculation.key === key)?.rule;
  const [low, high] = [at(over.from), at(over.to)];
  if (!low || !high || (low.kind !== 'past years' && low.kind !== 'longer period')) return null;
  const spread = (Object.keys(SPREADS) as Spread[]).find((name) => SPREADS[name][0] === low.of);
  const isPair = isSame({ ...low, of: null }, { ...high, of: null });
  if (!spread || !isPair || !('of' in high) || high.of !== SPREADS[spread][1]) return null;
  const mean = calculations.find(({ rule }) => isSame(rule, { ...low, of: 'mean' }))?.key ?? null;
  const of: BandOf =
    low.kind === 'past years' ? { kind: low.kind, years: low.years, spread } : { kind: low.kind, to: low.to, spread };
  return { of, column: low.column, keys: { low: over.from, high: over.to, mean } };
}

/** The rule of an edge, or of the mean, of a band. */
const ruleOf = (of: BandOf, column: string, statistic: Statistic): Calculation['rule'] =>
  of.kind === 'past years'
    ? { kind: of.kind, column, years: of.years, of: statistic }
    : { kind: of.kind, column, to: of.to, of: statistic };

/** The calculations of a band and the figures of their table, all of which name what it sums up. */
interface Banded {
  calculations: Calculation[];
  columns: KnownColumns;
  figures: readonly Pick<FigureSpec, 'lines' | 'marks'>[];
}

/**
 * Makes a band sum up something else: its calculations, their titles, and the
 * names of it and of its mean in every figure that draws them, where these are
 * still the ones they were given.
 */
export function changeBand(
  { of: before, column, keys }: BandRules,
  of: BandOf,
  { calculations, columns, figures }: Banded,
  locale: Locale,
): void {
  const statistics = { low: SPREADS[of.spread][0], high: SPREADS[of.spread][1], mean: 'mean' } as const;
  for (const edge of ['low', 'high', 'mean'] as const) {
    const calculation = calculations.find(({ key }) => key === keys[edge]);
    if (!calculation) continue;
    const rule = ruleOf(of, column, statistics[edge]);
    if (calculation.title === titleOfRule(calculation.rule, { columns }))
      calculation.title = titleOfRule(rule, { columns });
    calculation.rule = rule;
  }
  for (const { lines, marks } of figures) {
    for (const mark of marks) {
      const isOwn =
        mark.kind === 'band' &&
        mark.over.kind === 'columns' &&
        mark.over.from === keys.low &&
        mark.over.to === keys.high;
      if (isOwn && isNamedAs(mark.name, before, before.spread)) mark.name = sayBand(of, of.spread, locale);
    }
    for (const line of lines)
      if (line.column === keys.mean && isNamedAs(line.name, before, 'mean')) line.name = sayBand(of, 'mean', locale);
  }
}

/** As many years as a band has where there are so many. */
const USUAL_YEARS = 5;
const YEAR = 365.2 * DAY;

/** Of how many years before the last drawn period of a figure a band can be, as many as are usual for one; 0 for none. */
export function yearsBeforeFor(figure: FigureSpec, table: Table, drawn: readonly (number | string)[]): number {
  const dates = columnOf(table, figure.across)?.cells.filter((cell) => typeof cell === 'number') ?? [];
  const first = dates.reduce((least, date) => Math.min(least, date), Number.POSITIVE_INFINITY);
  const last = drawn.filter((key) => typeof key === 'number').at(-1) ?? first;
  const years = Math.floor((last - first) / YEAR);
  // A band of one year would be a line.
  return years < 1 || !Number.isFinite(years) ? 0 : Math.max(2, Math.min(USUAL_YEARS, years));
}
