import type { Locale } from '../text/locale.ts';
import { extremeOf, latestOf, placeWriter, valueWriter } from './fields.ts';
import { markLabel } from './mark-nodes.ts';
import type { ResolvedFigure, ResolvedLine, ResolvedPanels } from './resolve.ts';

function describeLine(figure: ResolvedFigure, line: ResolvedLine, locale: Locale): string {
  const [high, low, last] = [extremeOf(line, 1), extremeOf(line, -1), latestOf(line)];
  if (last < 0) return `${line.name} has no values`;
  const write = valueWriter(line, locale);
  const place = placeWriter(figure, locale);
  const at = (index: number) => `${write(line.values[index] ?? 0)} (${place(line.at(index))})`;
  const unit = line.unit !== null && line.unit.length > 2 ? ` ${line.unit}` : '';
  const range = high < 0 || low < 0 ? '' : ` lowest ${at(low)}, highest ${at(high)},`;
  const goesOn = line.values.slice(line.unfinished).some((value) => value !== null);
  const more = goesOn && last < line.unfinished ? '; what follows is unfinished' : '';
  return `${line.name}:${range} latest ${write(line.values[last] ?? 0)}${unit} (${place(line.at(last))})${more}`;
}

/** " in 6 panels, one for each pier," */
function sayPanels({ list, of }: ResolvedPanels): string {
  if (!of) return '';
  const count = list.length === 1 ? 'one panel' : `${list.length} panels`;
  return ` in ${count}, one for each ${of.by.toLowerCase()}${of.down === null ? '' : ` and ${of.down.toLowerCase()}`},`;
}

/** The figure in words, for readers who do not see it: what is drawn, over what, and each line's low, high and latest value. */
export function describeFigure(figure: ResolvedFigure, locale: Locale): string {
  const { lines, marks, across, panels } = figure;
  if (lines.length === 0) return 'A line figure with no lines shown.';
  const count = lines.length === 1 ? 'one line' : `${lines.length} lines`;
  const place = placeWriter(figure, locale);
  const [line] = lines;
  const rows = line?.values.length ?? 0;
  const span = line && rows > 0 ? ` from ${place(line.at(0))} to ${place(line.at(rows - 1))}` : '';
  const said = lines.map((line) => describeLine(figure, line, locale)).join('. ');
  const beside = marks.flatMap((mark) =>
    mark.kind === 'level' && typeof mark.at === 'number' ? [`${markLabel(mark)} at ${mark.at}`] : [],
  );
  const levels = beside.length > 0 ? ` ${beside.join('. ')}.` : '';
  return `A line figure${sayPanels(panels)} with ${count} over ${across.title}${span}. ${said}.${levels}`;
}
