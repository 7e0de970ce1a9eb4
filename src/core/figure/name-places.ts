/** Where the names of a figure's lines can stand: at the lines themselves, or in a box. */
import { BOX_PLACES, type DressedFigure } from './spec.ts';

export type NamePlace = 'lines' | (typeof BOX_PLACES)[number] | 'nowhere';

/**
 * The places to choose from, in the order they are offered. The names of panels
 * name their lines: only where several stand in each, a box over or under all
 * of them tells these apart.
 */
export function namePlaces({ panels, lines }: DressedFigure): readonly NamePlace[] {
  if (!panels) return ['lines', ...BOX_PLACES, 'nowhere'];
  const isOneEach = [panels.by, panels.down].some((split) => split?.kind === 'lines');
  return isOneEach || lines.filter(({ shown }) => shown).length < 2 ? [] : ['above', 'below', 'nowhere'];
}

/** Where they stand now, of the places to choose from. */
export function namePlaceOf(figure: DressedFigure): NamePlace | null {
  const [first = null, ...others] = namePlaces(figure);
  const { kind, box } = figure.names;
  const wish = kind === 'box' ? box : kind === 'none' ? 'nowhere' : 'lines';
  return others.find((place) => place === wish) ?? first;
}
