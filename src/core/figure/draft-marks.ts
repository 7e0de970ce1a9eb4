/** First settings of levels, bands, events and notes, in places where they are seen at once. */
import type { Column } from '../table/column.ts';
import { shiftPeriod } from '../table/periods.ts';
import type { FigureLayout } from './figure-layout.ts';
import { type DifferenceEnd, Mark, type MarkOf } from './marks.ts';
import type { FigureSpec, Line, Side } from './spec.ts';

const make = <Kind extends Mark['kind']>(mark: { kind: Kind } & Record<string, unknown>) =>
  Mark.parse(mark) as MarkOf<Kind>;

/** The tick of an axis nearest to a share of its length. */
function tickAt(layout: FigureLayout, side: Side, share: number): number {
  const { scale } = (side === 'right' && layout.right) || layout.left;
  const at = Math.round((scale.ticks.length - 1) * share);
  return scale.ticks[at] ?? scale.low;
}

/** A level three quarters up the axis of a line, in its colour. */
export function draftLevel(
  id: string,
  figure: FigureSpec,
  layout: FigureLayout,
  line: Line | undefined,
): MarkOf<'level'> {
  const axis = line?.axis ?? figure.lines.find(({ shown }) => shown)?.axis ?? 'left';
  return make({
    kind: 'level',
    id,
    name: 'target',
    axis,
    at: tickAt(layout, axis, 0.75),
    ...(line && { colour: line.colour }),
  });
}

/** A band over the middle two of the axis's intervals. */
export function draftBand(id: string, layout: FigureLayout): MarkOf<'band'> {
  const [from, to] = [tickAt(layout, 'left', 0.4), tickAt(layout, 'left', 0.6)];
  const over = { kind: 'values', axis: 'left', from: Math.min(from, to), to: from === to ? null : Math.max(from, to) };
  return make({ kind: 'band', id, name: 'usual range', over });
}

/** A drawn place along the axis across, at a share of the rows. */
function placeAt(column: Column, share: number): number | string {
  const known = column.cells.filter((cell) => cell !== null && (column.kind === 'text') === (typeof cell === 'string'));
  return known[Math.floor((known.length - 1) * share)] ?? (column.kind === 'text' ? '' : 0);
}

/** A band over periods: the last quarter of them but one. */
export function draftSpan(id: string, column: Column): MarkOf<'band'> {
  const from = placeAt(column, 0.6);
  const to =
    column.kind === 'date' && typeof from === 'number' ? shiftPeriod(from, column.interval, 2) : placeAt(column, 0.75);
  return make({ kind: 'band', id, name: 'season', over: { kind: 'across', from, to } });
}

export function draftEvent(id: string, column: Column): MarkOf<'event'> {
  return make({ kind: 'event', id, name: 'event', at: placeAt(column, 0.5) });
}

/** A difference between two ends, in the colour of the line it leads to. */
export function draftDifference(
  id: string,
  { lines }: FigureSpec,
  from: DifferenceEnd,
  to: DifferenceEnd,
): MarkOf<'difference'> {
  const own = [to, from].flatMap((end) => ('line' in end ? [end.line] : []));
  const colour = lines.find(({ id: line }) => line === own[0])?.colour ?? lines[0]?.colour;
  return make({ kind: 'difference', id, name: '', from, to, ...(colour && { colour }) });
}

/** A note at a point of a line two thirds along; of a figure in panels, in the one with this key. */
export function draftNote(
  id: string,
  column: Column,
  layout: FigureLayout,
  line: Line | undefined,
  { panel: panelKey, at: wished }: { panel: string | null; at?: number | string } = { panel: null },
): MarkOf<'note'> {
  const axis = line?.axis ?? 'left';
  const at = wished ?? placeAt(column, 0.66);
  const home = layout.panels.list.find(({ panel }) => panel.key === panelKey) ?? layout.panels.list[0];
  const drawn = home?.panel.drawn;
  const cell = drawn?.lines.find((own) => own.line.id === line?.id)?.values[drawn.keys.indexOf(at)];
  const value = line && typeof cell === 'number' ? { line: line.id } : tickAt(layout, axis, 0.5);
  const panel = home?.panel.key || null;
  return make({
    kind: 'note',
    id,
    name: 'note',
    text: 'What happened here',
    at,
    axis,
    value,
    panel,
    colour: { house: 'ink' },
  });
}
