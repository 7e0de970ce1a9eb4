/** Drawing levels, bands and events, and where they run. */

import { betweenPaths } from '../mark/area.ts';
import { clipRun, runsOf } from '../mark/runs.ts';
import { dashesOf } from '../mark/stroke.ts';
import type { Box, XY } from '../place/box.ts';
import { runOf } from '../scene/coordinates.ts';
import type { SceneNode } from '../scene/scene.ts';
import type { Pattern } from '../style/vocabulary.ts';
import { lettersOf } from '../text/letters.ts';
import { plainWords } from '../text/rich.ts';
import { endsOf } from './difference.ts';
import { type DrawnMark, type DressedMark, type DressedMarkOf, MARK_NAMES } from './marks.ts';
import type { Plot } from './plot.ts';
import type { ResolvedPlot } from './resolve.ts';
import type { Side } from './spec.ts';

/** A mark with where it stands on the sheet. */
export interface PlacedMark {
  mark: DrawnMark;
  /** strokes of a level or an event */
  runs: XY[][];
  /** the rectangle of a band */
  box: Box | null;
  /** thin strokes that lead from its points to a difference */
  guides?: XY[][];
  /** the lower and the upper edge of a band between columns, in runs without gaps */
  edges?: { from: XY[]; to: XY[] }[];
  /** the place a note speaks of, or from which a moved name is measured */
  anchor: XY;
}

export interface MarksRoom {
  plot: Plot;
  x(position: number): number;
  /** null for an axis that no line is drawn by */
  yOn(side: Side): ((value: number) => number) | null;
}

function levelRuns(figure: ResolvedPlot, mark: DressedMarkOf<'level'>, { plot, x, yOn }: MarksRoom): XY[][] {
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
      : runsOf(level.map((value) => (isOn(y, value) ? value : null))).map((run) => {
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

/** The edges of a band between two columns, where both have values. */
function columnEdges(figure: ResolvedPlot, { id, over }: DressedMarkOf<'band'>, { x, yOn }: MarksRoom) {
  const band = figure.bands.get(id);
  const y = over.kind === 'columns' ? yOn(over.axis) : null;
  if (!band || !y) return [];
  const both = band.from.map((low, index) => (isOn(y, low) && isOn(y, band.to[index]) ? low : null));
  return runsOf(both).map((run) => {
    const edge = (values: readonly (number | null)[]) =>
      run.map((index): XY => [x(figure.positions[index] ?? 0), y(values[index] ?? 0)]);
    return { from: edge(band.from), to: edge(band.to) };
  });
}

/** Whether an axis has a place for a value; a logarithmic one has none for what is not above zero. */
const isOn = (y: (value: number) => number, value: number | null | undefined) =>
  value !== null && value !== undefined && Number.isFinite(y(value));

/** The least width of a band over periods, points. */
const LEAST_BAND = 0.75;

function bandBox(
  figure: ResolvedPlot,
  { over, entry }: Extract<DrawnMark, { kind: 'band' }>,
  { plot, x, yOn }: MarksRoom,
): Box | null {
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
  } else if (over.kind === 'across') {
    const [from, to] = entry?.place ?? [over.from, over.to].map((at) => (at === null ? null : figure.placeOf(at)));
    // A band over periods takes them whole; a row of a calendar says itself what it takes.
    const isWhole = !entry && figure.across.kind === 'date' && figure.spec.dateAxis.points === 'band';
    const half = isWhole ? halfPeriod(figure) : 0;
    const start = typeof from === 'number' ? x(from - half) : box.minX;
    const end = typeof to === 'number' ? x(to + half) : box.maxX;
    // A day in fifteen years is to be seen, too.
    const more = Math.max(0, LEAST_BAND - (end - start)) / 2;
    box.minX = Math.max(box.minX, start - more);
    box.maxX = Math.min(box.maxX, end + more);
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

/** The point that a note speaks of; null where its line has no value, or its axis no lines. */
function notePoint(figure: ResolvedPlot, { at, axis, value }: DressedMarkOf<'note'>, { x, yOn }: MarksRoom): XY | null {
  const position = figure.placeOf(at);
  if (position === null) return null;
  if (typeof value === 'number') {
    const y = yOn(axis)?.(value);
    return y === undefined ? null : [x(position), y];
  }
  const line = figure.lines.find((candidate) => candidate.line.id === value.line);
  const index = line?.positions.indexOf(position) ?? -1;
  const own = line?.values[index];
  const y = line && typeof own === 'number' ? yOn(line.line.axis)?.(own) : undefined;
  return y === undefined ? null : [x(position), y];
}

/** A difference stands so far beside its later point, and its bracket reaches so far to either side, points. */
const BESIDE = 6;
const REACH = 2.2;

/** Whether names of lines stand after their last points. */
const hasNames = ({ spec, lines }: ResolvedPlot) =>
  spec.names.kind === 'lines' && lines.some(({ line }) => line.named === 'end');

/** A stroke from one height to the other beside the later point, with a thin one from the earlier point to it. */
function placeDifference(figure: ResolvedPlot, mark: DressedMarkOf<'difference'>, room: MarksRoom): PlacedMark | null {
  const { plot, x, yOn } = room;
  const ends = endsOf(figure, mark);
  const heights = ends && [yOn(ends.from.side)?.(ends.from.value), yOn(ends.to.side)?.(ends.to.value)];
  const [from, to] = heights ?? [];
  const isIn = (y: number | undefined): y is number =>
    y !== undefined && y >= plot.top - 0.01 && y <= plot.top + plot.height + 0.01;
  if (!ends || !isIn(from) || !isIn(to)) return null;
  const [start, end] = [x(ends.from.position), x(ends.to.position)];
  const right = plot.left + plot.width;
  // Beside the end, away from the line where there is room, and neither beyond the plot nor where names stand.
  const wanted = end >= start ? end + BESIDE : end - BESIDE;
  const most = hasNames(figure) ? Math.max(...figure.positions.map(x)) + 1 : right;
  const at = wanted + REACH > most ? end - BESIDE : wanted - REACH < plot.left ? end + BESIDE : wanted;
  const run: XY[] = [
    [at, from],
    [at, to],
  ];
  const guides: XY[][] = [
    [
      [start, from],
      [at, from],
    ],
    [
      [end, to],
      [at, to],
    ],
  ];
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const box: Box = { minX: at - REACH, minY: low, maxX: at + REACH, maxY: high };
  return { mark, runs: [run], guides, box, anchor: [at, (from + to) / 2] };
}

/** Where the marks of a figure stand; null for one that has no place in the plot. */
export function placeMark(figure: ResolvedPlot, mark: DrawnMark, room: MarksRoom): PlacedMark | null {
  const { plot, x } = room;
  const bottom = plot.top + plot.height;
  const isAcross = (at: number) => at >= plot.left - 0.01 && at <= plot.left + plot.width + 0.01;
  switch (mark.kind) {
    case 'level': {
      const runs = levelRuns(figure, mark, room);
      const anchor = runs[0]?.[0];
      return anchor ? { mark, runs, box: null, anchor } : null;
    }
    case 'band': {
      if (mark.over.kind === 'columns') {
        const edges = columnEdges(figure, mark, room);
        const anchor = edges[0]?.to[0];
        return anchor ? { mark, runs: [], box: null, edges, anchor } : null;
      }
      const box = bandBox(figure, mark, room);
      return box && { mark, runs: [], box, anchor: [box.minX, box.minY] };
    }
    case 'event': {
      const position = mark.entry?.place[0] ?? figure.placeOf(mark.at);
      const at = position === null ? null : x(position);
      if (at === null || !isAcross(at)) return null;
      const run: XY[] = [
        [at, plot.top],
        [at, bottom],
      ];
      return { mark, runs: [run], box: null, anchor: [at, plot.top] };
    }
    case 'difference':
      return placeDifference(figure, mark, room);
    case 'note': {
      const point = notePoint(figure, mark, room);
      if (!point || !isAcross(point[0])) return null;
      return { mark, runs: [], box: null, anchor: [point[0], Math.min(bottom, Math.max(plot.top, point[1]))] };
    }
  }
}

/** So many letters of a note tell it from others. */
const MOST_LETTERS = 30;

/** What a mark is called aloud: by its name, or a note by how it begins. */
export function markLabel(mark: DressedMark): string {
  if (mark.kind !== 'note') return `${MARK_NAMES[mark.kind]} ${mark.name}`.trim();
  const letters = lettersOf(plainWords(mark.text, () => '…').trim());
  return `Note ${letters.length > MOST_LETTERS ? `${letters.slice(0, MOST_LETTERS).join('').trim()}…` : letters.join('')}`.trim();
}

const pathsOf = (runs: readonly XY[][], colour: string, width: number, pattern: Pattern): SceneNode[] => {
  const dashes = dashesOf(pattern, width);
  const stroke = { colour, width, ...(dashes && { dashes }) };
  return runs.map((run) => ({ kind: 'path', d: runOf(run), stroke }));
};

/** Length of an arrow's head, points; a shorter difference has none. */
const HEAD = 4;

/** The bracket or arrow of a difference, with dotted strokes to the points it is of. */
function differenceNodes(
  { colour, weight, drawn }: DressedMarkOf<'difference'>,
  runs: readonly XY[][],
  guides: readonly XY[][],
): SceneNode[] {
  const [from, to] = runs[0] ?? [];
  if (!from || !to) return [];
  const dotted = guides.filter(([a, b]) => a && b && Math.abs(a[0] - b[0]) > 1);
  const strokes: XY[][] = [[from, to]];
  const cap = ([x, y]: XY): XY[] => [
    [x - REACH, y],
    [x + REACH, y],
  ];
  const down = Math.sign(to[1] - from[1]);
  if (drawn === 'bracket') strokes.push(cap(from), cap(to));
  else if (Math.abs(to[1] - from[1]) > HEAD)
    strokes.push([
      [to[0] - REACH, to[1] - down * HEAD],
      [to[0], to[1]],
      [to[0] + REACH, to[1] - down * HEAD],
    ]);
  return [...pathsOf(dotted, colour, weight * 0.7, 'dots'), ...pathsOf(strokes, colour, weight, 'solid')];
}

/** The strokes or the ground of a mark; a note has neither. */
export function markNodes({ mark, runs, box, edges, guides }: PlacedMark, plot: Plot): SceneNode[] {
  const group = (children: SceneNode[]): SceneNode[] => [
    { kind: 'group', part: `mark:${mark.id}`, label: markLabel(mark), children },
  ];
  if (mark.kind === 'level' || mark.kind === 'event')
    return group(pathsOf(runs, mark.colour, mark.weight, mark.pattern));
  if (mark.kind === 'difference') return group(differenceNodes(mark, runs, guides ?? []));
  if (mark.kind !== 'band') return [];
  if (edges) {
    const d = edges.map(({ from, to }) => betweenPaths([to], [from], plot)).join('');
    return d === '' ? [] : group([{ kind: 'path', d, fill: mark.colour, opacity: mark.opacity }]);
  }
  if (!box) return [];
  const corners: XY[] = [
    [box.minX, box.minY],
    [box.maxX, box.minY],
    [box.maxX, box.maxY],
    [box.minX, box.maxY],
  ];
  return group([{ kind: 'path', d: `${runOf(corners)}Z`, fill: mark.colour, opacity: mark.opacity }]);
}
