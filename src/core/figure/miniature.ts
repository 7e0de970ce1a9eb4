import { thin } from '../scale/thin.ts';
import { extentOf } from '../scale/value-axis.ts';
import { runOf } from '../scene/coordinates.ts';
import { POINTS_PER_MM, type Scene, type SceneNode } from '../scene/scene.ts';
import { linesOn } from './axes.ts';
import type { ResolvedFigure } from './resolve.ts';

/** The lines of a figure alone, drawn small, for lists of figures. Sizes in millimetres. */
export function miniature(figure: ResolvedFigure, widthMm: number, heightMm: number): Scene {
  const width = widthMm * POINTS_PER_MM;
  const height = heightMm * POINTS_PER_MM;
  const extents = {
    left: extentOf(linesOn(figure, 'left').map((line) => line.values)),
    right: extentOf(linesOn(figure, 'right').map((line) => line.values)),
  };
  const positions = figure.lines.flatMap((line) => [line.positions[0] ?? 0, line.positions.at(-1) ?? 0]);
  const first = Math.min(...positions);
  const length = Math.max(...positions) - first || 1;
  const inset = 1.5;
  const x = (position: number) => inset + ((position - first) / length) * (width - 2 * inset);
  const nodes = figure.lines.flatMap((line): SceneNode[] => {
    const [low, high] = extents[line.line.axis] ?? [0, 1];
    const y = (value: number) => height - inset - ((value - low) / (high - low || 1)) * (height - 2 * inset);
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
    const finished: SceneNode = { kind: 'path', d: drawn(0, line.unfinished), stroke: { colour, width: 1 } };
    if (line.unfinished >= line.values.length) return [finished];
    const d = drawn(Math.max(0, line.unfinished - 1), line.values.length);
    return [finished, { kind: 'path', d, stroke: { colour, width: 0.8, dashes: [1, 1.4] } }];
  });
  const name = figure.spec.name;
  return { widthMm, heightMm, title: name, description: `The lines of ${name}, small.`, nodes };
}
