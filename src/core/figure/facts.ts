/** Facts of a figure's lines: which one a reference means, and what it says now. */
import { factsAgain, sayAgain } from '../fact/again.ts';
import type { Fact, Target } from '../fact/claim.ts';
import { allFactsOf, type Beside, isLong, quickFactsOf } from '../fact/facts.ts';
import { spread } from '../fact/kinds/lines.ts';
import { knownOf } from '../fact/known.ts';
import { factMeant } from '../fact/meant.ts';
import { type SaidAs, saidAs } from '../fact/messages.ts';
import { formOf, sayPartOf, sentenceInParts } from '../fact/say.ts';
import type { FactSeries } from '../fact/series.ts';
import { type FactRef, isSentence } from '../text/fact-ref.ts';
import type { Locale } from '../text/locale.ts';
import type { Run, SayFact } from '../text/rich.ts';
import type { ResolvedFigure, ResolvedLine, ResolvedPlot } from './resolve.ts';

/** A line that something can be said of, and where it is drawn. */
export interface Spoken {
  line: ResolvedLine;
  /** key of its panel; empty where a figure is not split */
  panel: string;
  series: FactSeries;
  plot: ResolvedPlot;
}

const plotsOf = (figure: ResolvedPlot | ResolvedFigure): { key: string; drawn: ResolvedPlot }[] =>
  'panels' in figure ? figure.panels.list : [{ key: '', drawn: figure }];

const spokenOnce = new WeakMap<ResolvedPlot, readonly Spoken[]>();

/** The lines of a figure that have one value for each place along the axis. */
export function spokenIn(figure: ResolvedPlot): readonly Spoken[] {
  const known = spokenOnce.get(figure);
  if (known) return known;
  const found = plotsOf(figure).flatMap(({ key, drawn }) =>
    drawn.lines.flatMap((line): Spoken[] => {
      const series = line.series();
      return series ? [{ line, panel: key, series, plot: drawn }] : [];
    }),
  );
  spokenOnce.set(figure, found);
  return found;
}

/** The levels that stand by the axis of a line, each with its value for every entry of its series. */
function targetsOf({ line, series, plot }: Spoken): Target[] {
  return plot.marks.flatMap((mark): Target[] => {
    if (mark.kind !== 'level' || mark.axis !== line.line.axis) return [];
    const level = plot.levels.get(mark.id);
    if (level === undefined) return [];
    if (typeof level === 'number') return [{ id: mark.id, name: mark.name, at: level }];
    const at = series.values.map((_, entry) => level[entry - series.shown.from] ?? null);
    // A level that steps has no one value to be called by.
    return mark.name === '' ? [] : [{ id: mark.id, name: mark.name, at }];
  });
}

/** What stands beside a line: the others of its plot, or the same line in the other panels where it is alone in its own. */
function besideOf(all: readonly Spoken[], one: Spoken): Beside {
  // What is drawn by one axis is of one kind.
  const near = all.filter(({ panel, line }) => panel === one.panel && line.line.axis === one.line.line.axis);
  const lines = near.length > 1 ? near : all.filter(({ line }) => line.line.id === one.line.line.id);
  return { lines: lines.map(({ series }) => series), targets: targetsOf(one) };
}

const factsOnce = new WeakMap<Spoken, readonly Fact[]>();

/** All that can be said of a line of a figure, the most telling first. */
export function factsOfSpoken(all: readonly Spoken[], one: Spoken): readonly Fact[] {
  const known = factsOnce.get(one);
  if (known) return known;
  const found = isLong(one.series) ? quickFactsOf(one.series) : factsAgain(one.series, besideOf(all, one));
  factsOnce.set(one, found);
  return found;
}

/** Which panels' lines of one measure rose and fell most; nothing where a figure is not split. */
export function spreadOf(all: readonly Spoken[], line: string): Fact[] {
  const own = all.filter((one) => one.line.line.id === line);
  return own.length < 2 ? [] : spread(own.map(({ series }) => knownOf(series)));
}

/** The line that a reference speaks of; null where there is none, or where it runs through several panels. */
function spokenBy(all: readonly Spoken[], ref: FactRef): Spoken | null {
  const wanted = ref.line ?? all[0]?.line.line.id;
  const found = all.filter(
    ({ line, panel }) => line.line.id === wanted && (ref.panel === undefined || panel === ref.panel),
  );
  return found.length === 1 ? (found[0] ?? null) : null;
}

/** The first and the last place drawn in any plot; null where no dates run across. */
function spanOf(all: readonly Spoken[]): Fact | null {
  const drawn = all.filter(({ series }) => series.shown.until > series.shown.from && series.interval !== null);
  const [first] = drawn;
  if (!first) return null;
  const ends = drawn.flatMap(({ series: { keys, shown } }) => [keys[shown.from], keys[shown.until - 1]]).map(Number);
  const keys = [...new Set([Math.min(...ends), Math.max(...ends)])];
  const series: FactSeries = {
    ...first.series,
    keys,
    values: keys.map(() => null),
    shown: { from: 0, until: keys.length },
  };
  return { series, claim: { kind: 'span', from: 0, at: keys.length - 1 }, points: [], weight: 0 };
}

/** The fact that a reference means, as the data are now; null where nothing of that kind holds. */
export function factFor(figure: ResolvedPlot, ref: FactRef): Fact | null {
  const all = spokenIn(figure);
  if (ref.kind === 'span' && ref.panel === undefined) return spanOf(all);
  if (ref.kind === 'spread') return spreadOf(all, ref.line ?? all[0]?.line.line.id ?? '')[0] ?? null;
  const one = spokenBy(all, ref);
  if (!one) return null;
  const found = ref.since === undefined ? factMeant(factsOfSpoken(all, one), ref) : null;
  if (found || (ref.since === undefined && !isLong(one.series))) return found;
  return factMeant(allFactsOf(one.series, { ...besideOf(all, one), since: ref.since }), ref);
}

/** What stands in the place of a sentence that no longer holds: the latest value. */
const instead = (figure: ResolvedPlot, ref: FactRef): Fact | null =>
  factFor(figure, { kind: 'latest', line: ref.line, ...(ref.panel !== undefined && { panel: ref.panel }) });

const NOTHING = '–';

/** What the facts in the words of a figure say; a dash where there is nothing to say. */
export function sayFactsOf(figure: ResolvedPlot, locale: Locale): SayFact {
  return (ref, part) => {
    const fact = factFor(figure, ref);
    if (!isSentence(part)) return (fact && sayPartOf(fact, part, locale, ref.form)) ?? NOTHING;
    const said = fact ?? instead(figure, ref);
    return said ? sayAgain(said, locale, saidAs(part)) : NOTHING;
  };
}

/** The sentence of a fact in parts, as runs of words; null where it does not hold. */
export function factInParts(figure: ResolvedPlot, ref: FactRef, locale: Locale, as: SaidAs = 'short'): Run[] | null {
  const fact = factFor(figure, ref);
  if (!fact) return null;
  // The words that stay say which way it went, so they hold for a fact of that form only.
  const pinned = { ...ref, form: formOf(fact, as) };
  return sentenceInParts(fact, locale, as).map((piece) =>
    'part' in piece ? { fact: pinned, part: piece.part } : piece,
  );
}

/** A reference by which a fact of a line is found again. */
export function refOf({ claim }: Fact, { line, panel }: Pick<Spoken, 'line' | 'panel'>): FactRef {
  return {
    kind: claim.kind,
    line: line.line.id,
    ...(panel !== '' && claim.kind !== 'spread' && { panel }),
    ...('end' in claim && { end: claim.end }),
    ...('side' in claim && claim.kind !== 'crossing' && { side: claim.side }),
    ...('among' in claim && { among: claim.among }),
    ...('target' in claim && { target: claim.target?.id ?? '' }),
    ...(claim.kind === 'crossing' && { other: claim.other.id }),
  };
}

/** All sentences that can be said of a line, the most telling first, each with its reference. */
export function sentencesOf(
  figure: ResolvedPlot,
  line: string | null,
  locale: Locale,
  as: SaidAs = 'short',
): { text: string; fact: FactRef }[] {
  const all = spokenIn(figure);
  const one = spokenBy(all, { kind: 'latest', line });
  if (!one) return [];
  return factsOfSpoken(all, one).map((fact) => ({ text: sayAgain(fact, locale, as), fact: refOf(fact, one) }));
}
