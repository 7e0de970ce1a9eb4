/** Figures as a kind of thing in a report. */
import { FigureSpec, type ValueAxis } from '../figure/spec.ts';
import { readTitle } from '../table/titles.ts';
import type { ItemKind } from './kind.ts';

/** Keys of the columns that a figure draws, writes, is split by, or sets a level or a band by. */
export function columnsOfFigure({ across, lines, marks, panels }: FigureSpec): Set<string> {
  const levels = marks.flatMap((mark) => (mark.kind === 'level' && typeof mark.at === 'string' ? [mark.at] : []));
  const edges = marks.flatMap((mark) =>
    mark.kind === 'band' && mark.over.kind === 'columns' ? [mark.over.from, mark.over.to] : [],
  );
  const splits = [panels?.by, panels?.down].flatMap((split) => (split?.kind === 'category' ? [split.column] : []));
  return new Set([
    across,
    ...splits,
    ...lines.flatMap(({ column, values }) => [column, values.column ?? column]),
    ...levels,
    ...edges,
  ]);
}

/** The columns that a figure needs of its table, and of those that its calendars are taken from. */
function needsOfFigure(figure: FigureSpec): Map<string, Set<string>> {
  const needs = new Map([[figure.table, columnsOfFigure(figure)]]);
  for (const mark of figure.marks) {
    if (mark.kind !== 'calendar') continue;
    const own = needs.get(mark.table) ?? new Set();
    for (const key of [mark.from, mark.to, mark.named]) if (key !== null) own.add(key);
    needs.set(mark.table, own);
  }
  return needs;
}

function wrongAxis(side: 'left' | 'right', { from, to, scale }: ValueAxis): string | null {
  const low = from === 'zero' ? 0 : from;
  if (typeof low === 'number' && typeof to === 'number' && low >= to)
    return `The ${side} axis cannot run from ${low} to ${to}; its end must be above its start.`;
  if (scale === 'log' && [low, to].some((end) => typeof end === 'number' && end <= 0))
    return 'A logarithmic axis cannot show zero or anything below it; give it ends above zero.';
  return null;
}

function sayPart(
  { lines, marks }: FigureSpec,
  list: string,
  name: string,
  titleOf: (key: string) => string,
): string | null {
  if (list === 'lines') {
    const line = lines.find(({ id }) => id === name);
    return `line “${line?.name ?? readTitle(titleOf(line?.column ?? name)).name}”`;
  }
  if (list !== 'marks') return null;
  const mark = marks.find(({ id }) => id === name);
  return `${mark?.kind ?? 'mark'} “${mark?.name || name}”`;
}

export const figureKind: ItemKind<FigureSpec> = {
  type: 'figure',
  schema: FigureSpec,
  noun: 'figure',
  tableOf: ({ table }) => table,
  needs: needsOfFigure,
  nonsense: ({ leftAxis, rightAxis }) => wrongAxis('left', leftAxis) ?? wrongAxis('right', rightAxis),
  sayPart,
  set: { words: FigureSpec.shape.words, forms: ['svg', 'svg-outlines', 'png', 'pdf', 'html', 'csv', 'spec'] },
};
