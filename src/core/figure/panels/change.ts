/** Changing how a figure is split, so that what is asked of its panels always makes sense. */
import { Refusal } from '../../refusal.ts';
import { Panels, type Split } from './spec.ts';

const isSame = (a: Split, b: Split) =>
  a.kind === 'category' && b.kind === 'category' ? a.column === b.column : a.kind === b.kind;

/** Colours of single categories with that of one changed; null gives it the colour of the rest again. */
export function withOwn(own: Panels['own'], key: string, colour: string | null): Panels['own'] {
  const others = own.filter((entry) => entry.key !== key);
  return colour === null ? others : [...others, { key, colour }];
}

/** What is left out, with one more category or line in a direction, or with one brought back. */
export function withLeftOut({ without }: Panels, way: 'by' | 'down', key: string, out: boolean): Panels['without'] {
  const others = without[way].filter((other) => other !== key);
  return { ...without, [way]: out ? [...others, key] : others };
}

/**
 * The panels after a change. What no longer fits goes with what it rested on:
 * colours of categories with their column, and lines behind with a shared
 * scale. Throws a Refusal where the change itself makes no sense.
 */
export function changedPanels(before: Panels | null, change: Partial<Panels>): Panels {
  if (!before && !change.by)
    throw new Refusal('This figure has one plot; say whether to split it by its lines or by a column.');
  const given = Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined));
  const panels = Panels.parse({ ...before, ...given });
  if (panels.down && isSame(panels.by, panels.down)) {
    if (change.down !== undefined)
      throw new Refusal('Both directions would show the same column; choose another column for one of them.');
    panels.down = null;
  }
  if (panels.scale === 'panels' && panels.behind !== null) {
    if (change.behind)
      throw new Refusal('The lines of other panels can be drawn behind only where panels share a scale.');
    panels.behind = null;
  }
  const isOther = (one: Split | null, other: Split | null) =>
    one === null || other === null ? one !== other : !isSame(one, other);
  if (before && !change.without) {
    const { by, down } = before.without;
    panels.without = {
      by: isOther(before.by, panels.by) ? [] : by,
      down: isOther(before.down, panels.down) ? [] : down,
    };
  }
  if (before && change.by && !isSame(before.by, change.by)) {
    if (!change.own) panels.own = [];
    if (!change.colours && panels.colours.kind === 'accent') panels.colours = { kind: 'lines' };
  }
  return panels;
}
