/** What is done with the levels of a figure, from the ledger and from the strip of levels and notes. */
import { draftNote } from '../../core/figure/draft-marks.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { Mark, MarkOf } from '../../core/figure/marks.ts';
import { nearestPoint } from '../../core/figure/pointed.ts';
import type { FigureSpec, Line } from '../../core/figure/spec.ts';
import type { Emphasis } from '../../core/mark/emphasis.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { run } from '../state/store.ts';
import { typeOver } from './caret.ts';

type Level = MarkOf<'level'>;

/** The shown lines that a level is for: those of its axis. */
const linesOf = (figure: FigureSpec, { axis }: Level): Line[] =>
  figure.lines.filter((line) => line.shown && line.axis === axis);

const ruleOf = (line: Line, of: Emphasis['of'], { id }: Level) =>
  line.emphasis.find((rule) => rule.of === of && rule.level === id);

/** Whether the points below a level (or above it) are marked on a line of its axis. */
export const isMarked = (figure: FigureSpec, level: Level, of: 'below' | 'above' = 'below'): boolean =>
  linesOf(figure, level).some((line) => ruleOf(line, of, level) !== undefined);

/** Marks the points below a level, or above it, on the lines of its axis; or takes these marks off. */
export function markBelow(figure: FigureSpec, level: Level, of: 'below' | 'above' = 'below'): string | null {
  const lines = linesOf(figure, level).map(({ id }) => id);
  if (lines.length === 0) return null;
  if (isMarked(figure, level, of)) return run('figure.dropEmphasis', { figure: figure.id, lines, of });
  return run('figure.emphasise', { figure: figure.id, lines, of, set: [{ path: ['level'], to: level.id }] });
}

/** Adds a mark, opens its sentence and puts the caret where its words are typed. */
export function addMark(figure: FigureSpec, mark: Mark): void {
  if (run('figure.addMark', { figure: figure.id, mark }) !== null) return;
  typeOver(`mark:${mark.id}`);
}

/** A double click counts for a point within this distance, points. */
const WITHIN = 24;

/** Adds a note with a leader at the point that is nearest to a place on the sheet, and puts the caret in its words; nothing where no point is near. */
export function noteAt(figure: FigureSpec, table: Table, layout: FigureLayout, at: readonly [number, number]): void {
  const point = nearestPoint(layout, at, WITHIN);
  if (point) noteOn(figure, table, layout, point);
}

/** Adds a note at the last value of a line. */
export function noteAtLast(figure: FigureSpec, table: Table, layout: FigureLayout, line: Line): void {
  const panel = layout.panels.list.find(({ panel: { drawn } }) => drawn.lines.some((own) => own.line.id === line.id));
  const own = panel?.panel.drawn.lines.find((one) => one.line.id === line.id);
  const entry = own?.values.findLastIndex((value) => value !== null) ?? -1;
  const key = panel?.panel.drawn.keys[entry];
  if (panel && key !== undefined) noteOn(figure, table, layout, { line: line.id, at: key, panel: panel.panel.key });
}

function noteOn(
  figure: FigureSpec,
  table: Table,
  layout: FigureLayout,
  point: { line: string; at: number | string; panel: string },
): void {
  const across = columnOf(table, figure.across);
  const line = figure.lines.find(({ id }) => id === point.line);
  if (across) addMark(figure, draftNote(crypto.randomUUID(), across, layout, line, point));
}
