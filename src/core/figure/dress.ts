/** A figure with all that its house decides put in, before it is joined with its table. */

import { LEAST_APART, nearestFor, readersOf } from '../style/apart.ts';
import { type Dressed, dress, type HouseColour, isHouseColour } from '../style/by-house.ts';
import { colourNamed } from '../style/names.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Pattern } from '../style/vocabulary.ts';
import { columnOf, type Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import { areMarkedApart } from './marked-apart.ts';
import { type DressedFigure, FigureSpec } from './spec.ts';

/** The colours of lines by their names, for those that follow the house. */
function namedLines({ lines }: FigureSpec, table: Table, style: HouseStyle) {
  const byId = new Map<string, string>();
  /** what stands for a colour in turn in this figure, so that a level or a band of a line has its colour, too */
  const byTurn = new Map<HouseColour['house'], string>();
  if (style.names.length === 0) return { byId, byTurn };
  for (const line of lines) {
    if (!isHouseColour(line.colour)) continue;
    const column = columnOf(table, line.column);
    const colour = colourNamed(style, line.name ?? (column ? readTitle(column.title).name : line.column));
    if (colour === null) continue;
    byId.set(line.id, colour);
    if (typeof line.colour.house === 'number') byTurn.set(line.colour.house, colour);
  }
  return { byId, byTurn };
}

/** Areas whose strength nobody set have that of the house. */
function withAreas(figure: DressedFigure, { opacities }: HouseStyle): DressedFigure {
  if (figure.lines.every(({ fill, fillOpacity }) => fill === 'none' || fillOpacity !== null)) return figure;
  const lines = figure.lines.map((line) =>
    line.fill === 'none' || line.fillOpacity !== null ? line : { ...line, fillOpacity: opacities.area },
  );
  return { ...figure, lines };
}

/** Whether a line has a colour of the house for what is not to stand out. */
const standsBack = (colour: string | HouseColour) =>
  isHouseColour(colour) && (colour.house === 'rest' || colour.house === 'behind');

/** Lines whose patterns follow the house take its patterns in turn where their colours are too near for its readers. */
function toldApart(spec: FigureSpec, figure: DressedFigure, style: HouseStyle): DressedFigure {
  const readers = readersOf(style);
  const { panels } = figure;
  // Panels that have a line each tell their lines apart by themselves.
  if (readers.length === 0 || panels?.by.kind === 'lines' || figure.lines.length < 2) return figure;
  // In those that have a colour each, all lines have it.
  const isOneColour = panels !== null && (panels.colours.kind !== 'lines' || panels.own.length > 0);
  const backs = new Set(spec.lines.flatMap(({ id, colour }) => (standsBack(colour) ? [id] : [])));
  const byHand = new Set(spec.lines.flatMap(({ id, pattern }) => (pattern === 'house' ? [] : [id])));
  const patterns: Pattern[] = ['solid', ...style.patterns.turn];
  // What is set by hand stays, so that the others keep apart from it, wherever it stands.
  const shown = figure.lines.filter((line) => line.shown && byHand.has(line.id));
  let isChanged = false;
  const lines = figure.lines.map((line) => {
    // What stands back is not to be followed, and is known by its name.
    if (!line.shown || byHand.has(line.id) || backs.has(line.id)) return line;
    const isTaken = (pattern: Pattern) =>
      shown.some(
        (other) =>
          (isOneColour || (nearestFor(readers, line.colour, other.colour)?.apart ?? LEAST_APART) < LEAST_APART) &&
          !areMarkedApart({ ...line, pattern }, other),
      );
    const found = isTaken(line.pattern) ? patterns.find((pattern) => !isTaken(pattern)) : undefined;
    const told = found === undefined ? line : { ...line, pattern: found };
    isChanged ||= told !== line;
    shown.push(told);
    return told;
  });
  return isChanged ? { ...figure, lines } : figure;
}

/** Colours that the house has for the categories of panels, where these are not set by hand. */
function namedPanels(figure: DressedFigure, table: Table, style: HouseStyle): DressedFigure {
  const { panels } = figure;
  if (panels?.by.kind !== 'category' || panels.colours.kind !== 'categories' || style.names.length === 0) return figure;
  const known = new Set(panels.own.map(({ key }) => key));
  const texts = new Set(columnOf(table, panels.by.column)?.cells.filter((cell) => typeof cell === 'string'));
  const named = [...texts].flatMap((key) => {
    const colour = known.has(key) ? null : colourNamed(style, key);
    return colour === null ? [] : [{ key, colour }];
  });
  return named.length === 0 ? figure : { ...figure, panels: { ...panels, own: [...panels.own, ...named] } };
}

interface Known {
  table: Table;
  style: HouseStyle;
  dressed: DressedFigure;
}
const knownDresses = new WeakMap<FigureSpec, Known>();

/**
 * A figure as its house sets it. What was set by hand stays; a line whose name
 * has a colour of its own in the house has that one. The same thing for the
 * same figure, table and style.
 */
export function dressFigure(spec: FigureSpec, table: Table, style: HouseStyle): DressedFigure {
  const known = knownDresses.get(spec);
  if (known?.table === table && known.style === style) return known.dressed;
  const { byId, byTurn } = namedLines(spec, table, style);
  const whole: Dressed<FigureSpec> = dress(FigureSpec, spec, 'figure', style, ({ house }, { path }) => {
    const [list, id] = path;
    return (list === 'lines' && id !== undefined ? byId.get(id) : undefined) ?? byTurn.get(house) ?? null;
  });
  const dressed = namedPanels(toldApart(spec, withAreas(whole, style), style), table, style);
  if (Object.isFrozen(spec)) {
    Object.freeze(dressed);
    knownDresses.set(spec, { table, style, dressed });
  }
  return dressed;
}
