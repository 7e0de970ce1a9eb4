/** Titles that say what the data do. */
import { type Fact, factsOfSeries } from '../fact/fact.ts';
import { sayFact } from '../fact/say.ts';
import type { FactSeries } from '../fact/series.ts';
import type { Locale } from '../text/locale.ts';
import { changeOnYear, sayChange } from './fields.ts';
import type { ResolvedFigure, ResolvedLine } from './resolve.ts';

/** The line that a reader sees first: the one with emphasis, else the heaviest, else the first. */
function mainLine({ lines }: ResolvedFigure): ResolvedLine | undefined {
  const weigh = ({ line }: ResolvedLine) => line.emphasis.length * 100 + line.weight;
  return lines.reduce<ResolvedLine | undefined>(
    (best, line) => (best === undefined || weigh(line) > weigh(best) ? line : best),
    undefined,
  );
}

/** Which panels rose and fell most on the year, in English only; null where there is one, or where their lines are not of one measure, or have no year before. */
function suggestForPanels(figure: ResolvedFigure, locale: Locale): string | null {
  if (!locale.id.startsWith('en')) return null;
  const changes = figure.lines.flatMap((line) => {
    // Points of a percentage, and what falls below zero, have no change in per cent.
    const isRatio = line.unit !== '%' && line.values.every((value) => value === null || value > 0);
    const change = isRatio ? changeOnYear(figure, line) : null;
    return change === null ? [] : [{ name: line.name, change }];
  });
  const ordered = changes.sort((a, b) => b.change - a.change);
  const [most, least] = [ordered[0], ordered.at(-1)];
  const areOne = new Set(figure.lines.map(({ line }) => line.id)).size === 1;
  if (!areOne || !most || !least || ordered.length < 2) return null;
  const say = ({ change }: { change: number }) => sayChange(change, locale);
  // Two that are written alike are not told apart.
  if (say(most) === say(least)) return null;
  if (most.change <= 0)
    return `${least.name} fell most on a year earlier (${say(least)}), ${most.name} least (${say(most)})`;
  const other = least.change < 0 ? 'fell most' : 'rose least';
  return `${most.name} rose most on a year earlier (${say(most)}), ${least.name} ${other} (${say(least)})`;
}

/** A line of a figure as facts are worked out from it: as much of it as is drawn. */
function factSeriesOf({ across, keys }: ResolvedFigure, line: ResolvedLine): FactSeries {
  return {
    id: line.line.id,
    name: line.name,
    unit: line.unit,
    values: line.values,
    keys,
    interval: across.kind === 'date' ? across.interval : null,
    finished: Math.min(line.unfinished, line.finishedBy),
    decimals: line.decimals,
  };
}

/** What can be said of the main line of a figure, the most telling first. */
function factsOfFigure(figure: ResolvedFigure): Fact[] {
  const line = mainLine(figure);
  return line && line.values.length === figure.keys.length ? factsOfSeries(factSeriesOf(figure, line)) : [];
}

/** So many sentences are offered at the most. */
const MOST = 4;

/**
 * Sentences on the figure, in the language of the report: on its panels where
 * they are of one measure, else the most telling facts of its main line, each of
 * another kind. Empty where there is nothing to say.
 */
export function suggestTitles(figure: ResolvedFigure, locale: Locale): string[] {
  const ofPanels = suggestForPanels(figure, locale);
  if (ofPanels) return [ofPanels];
  const kinds = new Set<string>();
  const facts = factsOfFigure(figure).filter(({ claim }) => {
    const isNew = !kinds.has(claim.kind);
    kinds.add(claim.kind);
    return isNew;
  });
  return facts.slice(0, MOST).map((fact) => sayFact(fact, locale));
}
