/** A title that says what the data do. */
import type { Locale } from '../text/locale.ts';
import { changeOnYear, extremeOf, latestOf, placeWriter, sayChange, valueWriter } from './fields.ts';
import type { ResolvedFigure, ResolvedLine } from './resolve.ts';

/** The line that a reader sees first: the one with emphasis, else the heaviest, else the first. */
function mainLine({ lines }: ResolvedFigure): ResolvedLine | undefined {
  const weigh = ({ line }: ResolvedLine) => line.emphasis.length * 100 + line.weight;
  return lines.reduce<ResolvedLine | undefined>(
    (best, line) => (best === undefined || weigh(line) > weigh(best) ? line : best),
    undefined,
  );
}

/** Which panels rose and fell most on the year; null where there is one, or where their lines are not of one measure, or have no year before. */
function suggestForPanels(figure: ResolvedFigure, locale: Locale): string | null {
  const changes = figure.lines.flatMap((line) => {
    const change = changeOnYear(figure, line);
    return change === null ? [] : [{ name: line.name, change }];
  });
  const ordered = changes.sort((a, b) => b.change - a.change);
  const [most, least] = [ordered[0], ordered.at(-1)];
  const areOne = new Set(figure.lines.map(({ line }) => line.id)).size === 1;
  if (!areOne || !most || !least || ordered.length < 2) return null;
  const say = ({ change }: { change: number }) => sayChange(change, locale);
  if (most.change <= 0)
    return `${least.name} fell most on a year earlier (${say(least)}), ${most.name} least (${say(most)})`;
  const other = least.change < 0 ? 'fell most' : 'rose least';
  return `${most.name} rose most on a year earlier (${say(most)}), ${least.name} ${other} (${say(least)})`;
}

/** A change smaller than this share is called level. */
const LEVEL = 0.01;

/**
 * A sentence on the main line's finished values: a record or a low at the
 * latest point, else its change on the year, else how it went from first to
 * last. Null where there is nothing to say.
 */
export function suggestTitle(figure: ResolvedFigure, locale: Locale): string | null {
  const ofPanels = suggestForPanels(figure, locale);
  if (ofPanels) return ofPanels;
  const line = mainLine(figure);
  if (!line) return null;
  const last = latestOf(line);
  const value = line.values[last];
  if (value === null || value === undefined) return null;
  const write = valueWriter(line, locale);
  const place = placeWriter(figure, locale);
  const where = place(line.at(last));
  const finished = line.values.slice(0, line.unfinished).filter((known) => known !== null);
  const [high, low] = [line.values[extremeOf(line, 1)], line.values[extremeOf(line, -1)]];
  if (finished.length < 2 || high === low) return `${line.name} at ${write(value)} in ${where}`;
  if (value === high) return `${line.name} reached its highest in ${where}: ${write(value)}`;
  if (value === low) return `${line.name} fell to its lowest in ${where}: ${write(value)}`;
  const change = changeOnYear(figure, line);
  if (change !== null) {
    if (Math.abs(change) < LEVEL) return `${line.name} level with a year earlier at ${write(value)} in ${where}`;
    const way = change > 0 ? 'up' : 'down';
    return `${line.name} ${way} ${sayChange(Math.abs(change), locale).replace('+', '')} on a year earlier, at ${write(value)} in ${where}`;
  }
  const first = line.values.findIndex((known) => known !== null);
  const start = line.values[first];
  if (start === null || start === undefined) return null;
  const way = value > start ? 'rose' : value < start ? 'fell' : 'came back';
  return `${line.name} ${way} from ${write(start)} in ${place(line.at(first))} to ${write(value)} in ${where}`;
}
