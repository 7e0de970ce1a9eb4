import { thin } from '../scale/thin.ts';
import { extentOf } from '../scale/value-axis.ts';
import { runOf } from '../scene/coordinates.ts';
import { POINTS_PER_MM, type Scene, type SceneNode } from '../scene/scene.ts';
import { linesOn } from './axes.ts';
import { arrange, rowLength, type Slot } from './panels/arrange.ts';
import { pooled } from './panels/resolve.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure, ResolvedPanels } from './resolve.ts';

type Extent = [number, number] | null;
interface Extents {
  left: Extent;
  right: Extent;
}

const extentsOf = (figure: ResolvedFigure): Extents => ({
  left: extentOf(linesOn(figure, 'left').map((line) => line.values)),
  right: extentOf(linesOn(figure, 'right').map((line) => line.values)),
});

/** The lines of a plot, drawn small. */
function lineNodes({ lines }: ResolvedFigure, plot: Plot, extents: Extents, weight: number): SceneNode[] {
  const positions = lines.flatMap((line) => [line.positions[0] ?? 0, line.positions.at(-1) ?? 0]);
  const first = Math.min(...positions);
  const length = Math.max(...positions) - first || 1;
  const x = (position: number) => plot.left + ((position - first) / length) * plot.width;
  return lines.flatMap((line): SceneNode[] => {
    const [low, high] = extents[line.line.axis] ?? [0, 1];
    const y = (value: number) => plot.top + (1 - (value - low) / (high - low || 1)) * plot.height;
    const drawn = (from: number, to: number): string => {
      let d = '';
      let run: [number, number][] = [];
      const close = () => {
        const kept = thin(
          run.map(([at]) => at),
          run.map(([, at]) => at),
          0.5,
        );
        d += runOf(kept.map((index) => run[index] ?? [0, 0]));
        run = [];
      };
      for (let index = from; index < to; index++) {
        const value = line.values[index];
        if (value === null || value === undefined) close();
        else run.push([x(line.positions[index] ?? 0), y(value)]);
      }
      close();
      return d;
    };
    const { colour } = line.line;
    const finished: SceneNode = { kind: 'path', d: drawn(0, line.unfinished), stroke: { colour, width: weight } };
    if (line.unfinished >= line.values.length) return [finished];
    const d = drawn(Math.max(0, line.unfinished - 1), line.values.length);
    return [finished, { kind: 'path', d, stroke: { colour, width: weight * 0.8, dashes: [1, 1.4] } }];
  });
}

/** Each panel in its place. */
function panelNodes(figure: ResolvedFigure, panels: ResolvedPanels, whole: Plot): SceneNode[] {
  const { spec } = figure;
  const perRow = rowLength(spec.panels?.perRow ?? null, panels.list.length, whole.width, whole.height);
  const { slots, columns, rows } = arrange(panels, perRow);
  const gap = 2;
  const width = (whole.width + gap) / columns - gap;
  const height = (whole.height + gap) / rows - gap;
  const scale = spec.panels?.scale;
  const extentsFor = (slot: Slot): Extents => {
    if (scale === 'all') return extentsOf(figure);
    const alike = slots.flatMap(({ row, panel }) => (scale === 'rows' && row === slot.row && panel ? panel : []));
    return extentsOf(pooled(alike) ?? slot.panel?.figure ?? figure);
  };
  return slots.flatMap((slot) => {
    const { panel, column, row } = slot;
    const plot = { left: whole.left + column * (width + gap), top: whole.top + row * (height + gap), width, height };
    return panel ? lineNodes(panel.figure, plot, extentsFor(slot), 0.7) : [];
  });
}

/** The lines of a figure alone, drawn small, for lists of figures. Sizes in millimetres. */
export function miniature(figure: ResolvedFigure, widthMm: number, heightMm: number): Scene {
  const inset = 1.5;
  const [width, height] = [widthMm * POINTS_PER_MM - 2 * inset, heightMm * POINTS_PER_MM - 2 * inset];
  const plot: Plot = { left: inset, top: inset, width, height };
  const { panels } = figure;
  const nodes =
    panels && panels.list.length > 0 ? panelNodes(figure, panels, plot) : lineNodes(figure, plot, extentsOf(figure), 1);
  const name = figure.spec.name;
  return { widthMm, heightMm, title: name, description: `The lines of ${name}, small.`, nodes };
}
