/** Drawing levels, bands and events, and where they run. */

import { clipRun, runsOf } from '../mark/runs.ts';
import { dashesOf, type Pattern } from '../mark/stroke.ts';
import type { Box, XY } from '../place/box.ts';
import { runOf } from '../scene/coordinates.ts';
import type { SceneNode } from '../scene/scene.ts';
import type { Mark, MarkOf } from './marks.ts';
import type { Plot } from './plot.ts';
import type { ResolvedPlot } from './resolve.ts';
import type { Side } from './spec.ts';

/** A mark with where it stands on the sheet. */
export interface PlacedMark {
  mark: Mark;
  /** strokes of a level or an event */
  runs: XY[][];
  /** the rectangle of a band */
  box: Box | null;
  /** the place a note speaks of, or from which a moved name is measured */
  anchor: XY;
}

export interface MarksRoom {
  plot: Plot;
  x(position: number): number;
  /** null for an axis that no line is drawn by */
  yOn(side: Side): ((value: number) => number) | null;
}

function levelRuns(figure: ResolvedPlot, mark: MarkOf<'level'>, { plot, x, yOn }: MarksRoom): XY[][] {
  const y = yOn(mark.axis);
  const level = figure.levels.get(mark.id);
  if (!y || level === undefined) return [];
  const [left, right] = [plot.left, plot.left + plot.width];
  const runs: XY[][] =
    typeof level === 'number'
      ? [
          [
            [left, y(level)],
            [right, y(level)],
          ],
        ]
      : runsOf(level).map((run) => {
          // Each value holds halfway to its neighbours.
          const at = run.map((index) => x(figure.positions[index] ?? 0));
          return run.flatMap((index, rank): XY[] => {
            const height = y(level[index] ?? 0);
            const here = at[rank] ?? 0;
            const before = at[rank - 1];
            const after = at[rank + 1];
            const half = ((after ?? here) - (before ?? here)) / (before !== undefined && after !== undefined ? 4 : 2);
            const from = before === undefined ? here - half : (before + here) / 2;
            const to = after === undefined ? here + half : (here + after) / 2;
            return [
              [Math.max(left, from), height],
              [Math.min(right, to), height],
            ];
          });
        });
  return runs.flatMap((run) => clipRun(run, plot.top, plot.top + plot.height)).filter((run) => run.length > 1);
}

function bandBox(figure: ResolvedPlot, { over }: MarkOf<'band'>, { plot, x, yOn }: MarksRoom): Box | null {
  const box: Box = { minX: plot.left, minY: plot.top, maxX: plot.left + plot.width, maxY: plot.top + plot.height };
  if (over.kind === 'values') {
    const y = yOn(over.axis);
    if (!y) return null;
    const ends = [over.from, over.to].map((value) => (value === null ? null : y(value)));
    // On an axis that runs down, what is higher stands lower on the sheet.
    const isUp = y(1) <= y(0);
    const [from = null, to = null] = isUp ? ends : [ends[1] ?? null, ends[0] ?? null];
    if (to !== null) box.minY = Math.max(box.minY, to);
    if (from !== null) box.maxY = Math.min(box.maxY, from);
  } else {
    const [from, to] = [over.from, over.to].map((at) => (at === null ? null : figure.placeOf(at)));
    // A band over periods takes them whole.
    const half = figure.across.kind === 'date' && figure.spec.dateAxis.points === 'band' ? halfPeriod(figure) : 0;
    if (typeof from === 'number') box.minX = Math.max(box.minX, x(from - half));
    if (typeof to === 'number') box.maxX = Math.min(box.maxX, x(to + half));
  }
  return box.maxX - box.minX > 0.01 && box.maxY - box.minY > 0.01 ? box : null;
}

/** Half of the width of a period, in positions: half of the least distance of drawn rows. */
function halfPeriod({ positions }: ResolvedPlot): number {
  let least = Number.POSITIVE_INFINITY;
  for (let index = 1; index < positions.length; index++) {
    const step = (positions[index] ?? 0) - (positions[index - 1] ?? 0);
    if (step > 0) least = Math.min(least, step);
  }
  return Number.isFinite(least) ? least / 2 : 0.5;
}

/** Where the marks of a figure stand; null for one that has no place in the plot. */
export function placeMark(figure: ResolvedPlot, mark: Mark, room: MarksRoom): PlacedMark | null {
  const { plot, x, yOn } = room;
  const bottom = plot.top + plot.height;
  const isAcross = (at: number) => at >= plot.left - 0.01 && at <= plot.left + plot.width + 0.01;
  switch (mark.kind) {
    case 'level': {
      const runs = levelRuns(figure, mark, room);
      const anchor = runs[0]?.[0];
      return anchor ? { mark, runs, box: null, anchor } : null;
    }
    case 'band': {
      const box = bandBox(figure, mark, room);
      return box && { mark, runs: [], box, anchor: [box.minX, box.minY] };
    }
    case 'event': {
      const position = figure.placeOf(mark.at);
      const at = position === null ? null : x(position);
      if (at === null || !isAcross(at)) return null;
      const run: XY[] = [
        [at, plot.top],
        [at, bottom],
      ];
      return { mark, runs: [run], box: null, anchor: [at, plot.top] };
    }
    case 'note': {
      const position = figure.placeOf(mark.at);
      const at = position === null ? null : x(position);
      const y = yOn(mark.axis)?.(mark.value);
      if (at === null || y === undefined || !isAcross(at)) return null;
      return { mark, runs: [], box: null, anchor: [at, Math.min(bottom, Math.max(plot.top, y))] };
    }
  }
}

const labelOf = { level: 'Level', band: 'Band', event: 'Event', note: 'Note' } as const;

/** What a mark is called aloud. */
export const markLabel = (mark: Mark) => `${labelOf[mark.kind]} ${mark.name}`.trim();

const pathsOf = (runs: readonly XY[][], colour: string, width: number, pattern: Pattern): SceneNode[] => {
  const dashes = dashesOf(pattern, width);
  const stroke = { colour, width, ...(dashes && { dashes }) };
  return runs.map((run) => ({ kind: 'path', d: runOf(run), stroke }));
};

/** The strokes or the ground of a mark; a note has neither. */
export function markNodes({ mark, runs, box }: PlacedMark): SceneNode[] {
  const group = (children: SceneNode[]): SceneNode[] => [
    { kind: 'group', part: `mark:${mark.id}`, label: markLabel(mark), children },
  ];
  if (mark.kind === 'level' || mark.kind === 'event')
    return group(pathsOf(runs, mark.colour, mark.weight, mark.pattern));
  if (mark.kind !== 'band' || !box) return [];
  const corners: XY[] = [
    [box.minX, box.minY],
    [box.maxX, box.minY],
    [box.maxX, box.maxY],
    [box.minX, box.maxY],
  ];
  return group([{ kind: 'path', d: `${runOf(corners)}Z`, fill: mark.colour, opacity: mark.opacity }]);
}
