/** The value axes of panels: what shares a scale, and in which powers of ten their numbers are written. */
import type { HouseStyle } from '../../style/style.ts';
import type { Locale } from '../../text/locale.ts';
import { resolveScales } from '../axes.ts';
import { placeAxis } from '../in-plot.ts';
import type { Panel, ResolvedPlot } from '../resolve.ts';
import type { DressedAxis, Side } from '../spec.ts';
import type { PlacedAxis } from '../value-axis.ts';
import type { Slot } from './arrange.ts';
import { pooled } from './resolve.ts';
import type { DressedPanels } from './spec.ts';

/** Panels that share a scale, with their axes. */
export interface ScaleGroup {
  panels: Panel[];
  left: PlacedAxis;
  right: PlacedAxis | null;
  met: boolean;
}

const POWERS = { 0: 'plain', 3: 'thousands', 6: 'millions', 9: 'billions' } as const;
const powerOf = (exponent: number): DressedAxis['numbers'] => POWERS[exponent as keyof typeof POWERS] ?? 'auto';

const unitsOf = ({ lines }: ResolvedPlot, side: Side) =>
  [...new Set(lines.flatMap(({ line, unit }) => (line.axis === side ? [unit ?? ''] : [])))].join('\n');

interface Room {
  style: HouseStyle;
  locale: Locale;
}

/** The powers of ten in which an axis writes its numbers: one for all panels with the same units, whatever the scale of each. */
function powersOf(all: readonly Panel[], most: number, room: Room) {
  const known = new Map<string, Partial<DressedAxis>>();
  return (plot: ResolvedPlot, side: Side): Partial<DressedAxis> => {
    const units = unitsOf(plot, side);
    const found = known.get(`${side}\n${units}`);
    if (found) return found;
    const alike = pooled(all.filter((panel) => unitsOf(panel.drawn, side) === units));
    const scale = alike && resolveScales(alike, most)[side];
    const powers: Partial<DressedAxis> = scale
      ? { numbers: powerOf(placeAxis(alike, side, scale, { two: false, ...room }).numbers.exponent) }
      : {};
    known.set(`${side}\n${units}`, powers);
    return powers;
  };
}

/** The group of each place, for plots with room for `most` tick labels; an empty cell has none where each panel has its own scale. */
export function scaleGroups(
  slots: readonly Slot[],
  scale: DressedPanels['scale'],
  most: number,
  room: Room,
): (slot: Slot) => ScaleGroup | null {
  const keyOf = ({ row, panel }: Slot) => (scale === 'all' ? '' : scale === 'rows' ? `${row}` : (panel?.key ?? null));
  const all = slots.flatMap(({ panel }) => panel ?? []);
  const members = new Map<string, Panel[]>();
  for (const slot of slots) {
    const key = keyOf(slot);
    if (key === null || !slot.panel) continue;
    const known = members.get(key);
    if (known) known.push(slot.panel);
    else members.set(key, [slot.panel]);
  }
  const powers = powersOf(all, most, room);
  const groups = new Map<string, ScaleGroup>();
  for (const [key, panels] of members) {
    const shared = pooled(panels);
    if (!shared) continue;
    const inPowers = () => {
      const { leftAxis, rightAxis } = shared.spec;
      return {
        ...shared.spec,
        leftAxis: { ...leftAxis, ...powers(shared, 'left') },
        rightAxis: { ...rightAxis, ...powers(shared, 'right') },
      };
    };
    const plot = scale === 'all' ? shared : { ...shared, spec: inPowers() };
    const { left, right, met } = resolveScales(plot, most);
    const two = right !== null;
    groups.set(key, {
      panels,
      left: placeAxis(plot, 'left', left, { two, ...room }),
      right: right && placeAxis(plot, 'right', right, { two, ...room }),
      met,
    });
  }
  return (slot) => groups.get(keyOf(slot) ?? '\n') ?? null;
}
