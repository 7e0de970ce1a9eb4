/** The labels that a plot is to have: values at points, names beside lines, names of marks, and notes, each with the places where it could stand. */

import type { XY } from '../place/box.ts';
import { type Direction, type Place, placesAround } from '../place/place.ts';
import { type Part, POINTS_PER_MM } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { type PlacedRun, placeRuns, plainWords, type SayFact } from '../text/rich.ts';
import type { FaceId } from '../type/faces.ts';
import { differenceWords } from './difference.ts';
import { shownValues } from './emphasis-points.ts';
import type { PlacedLine } from './lines.ts';
import type { Offset, ValuesShown } from './look.ts';
import { markLabel, type PlacedMark } from './mark-nodes.ts';
import { placesDown, placesInBand, placesOnLevel } from './mark-places.ts';
import type { DrawnMark, DressedMarkOf } from './marks.ts';
import { nameType } from './names.ts';
import type { Plot } from './plot.ts';
import type { ResolvedPlot } from './resolve.ts';
import { valueType } from './value-text.ts';

/** A label before it has a place. */
export interface Wanted {
  part: Part;
  label: string;
  anchor: XY;
  reach: number;
  lines: PlacedRun[][];
  width: number;
  height: number;
  /** line distance, points */
  pitch: number;
  moved: Offset | null;
  leaders: boolean;
  ink: string;
  places(): Iterable<Place>;
  valued?: { at: string; value: string };
}

const LEADING = 1.2;
/** Values of a line with more of them than this stand next to their points or nowhere. */
const MOST_LED = 200;
/** Clear room on each side of a label, points. */
export const AIR = 0.8;

/** The sides of a point in the order in which they are tried, by the one that is preferred. */
const PLACES: Record<ValuesShown['place'], Direction[]> = {
  auto: ['above', 'below', 'right', 'left'],
  above: ['above', 'right', 'left', 'below'],
  below: ['below', 'right', 'left', 'above'],
  left: ['left', 'above', 'below', 'right'],
  right: ['right', 'above', 'below', 'left'],
};

const RIGHT_FIRST: Direction[] = ['right', 'above', 'below', 'left'];

/** A plot whose lines and marks are to be labelled. */
export interface LabelledPlot {
  figure: ResolvedPlot;
  /** key of the panel the plot is */
  panel: string;
  /** there is room for values to the right of last points */
  endsRight: boolean;
  lines: readonly PlacedLine[];
  /** lines are named at themselves, not in a legend */
  named: boolean;
  /** bands between columns are named in a legend */
  inLegend: boolean;
  /** the rows of calendars are numbered, and a key below the plots names them */
  numbered: boolean;
  /** ids of the lines that end before the others and are named at their ends */
  early: ReadonlySet<string>;
  marks: readonly PlacedMark[];
  plot: Plot;
  style: HouseStyle;
  locale: Locale;
  say: SayFact;
  /** the power of ten a line's axis divides its numbers by */
  exponentOf(line: PlacedLine): number;
}

function textOf(text: string, face: FaceId, size: number, colour: string) {
  const run: PlacedRun = { text, x: 0, down: 0, face, size, colour };
  return { lines: [[run]], width: textWidth(text, face, size), height: size * 0.92, pitch: size * LEADING };
}

/** By what the value at a place of a panel is named, such as where it was moved by hand. */
const placeKey = (panel: string, at: string) => (panel === '' ? at : `${panel}:${at}`);

function valueLabels(set: PlacedLine, room: LabelledPlot): Wanted[] {
  const { line } = set;
  const { values } = line.line;
  const { face, size, write } = valueType(line, room.exponentOf(set), room.style, room.locale);
  const last = room.endsRight ? line.values.findLastIndex((value) => value !== null) : -1;
  const moved = new Map(line.line.valuesMoved.map(({ at, ...offset }) => [at, offset]));
  const shown = shownValues(line, set.emphasis);
  // Among so many, leaders would only be one more thing in the way.
  const leaders = shown.length <= MOST_LED;
  return shown.flatMap((index): Wanted[] => {
    const anchor = set.at(index);
    const value = line.values[index];
    if (!anchor || value === null || value === undefined) return [];
    const written = write(index);
    if (written === '') return [];
    const at = line.at(index);
    const key = placeKey(room.panel, at);
    const set_ = textOf(written, face, size, values.colour ?? line.line.colour);
    const reach = set.reach(index);
    // A peak is labelled above, a trough below, where there is a choice.
    const [before, after] = [line.values[index - 1] ?? value, line.values[index + 1] ?? value];
    const isTrough = before >= value && after >= value && before + after > 2 * value;
    const sides =
      values.place !== 'auto'
        ? PLACES[values.place].slice(0, values.only ? 1 : undefined)
        : index === last
          ? RIGHT_FIRST
          : isTrough
            ? (['below', 'above', 'right', 'left'] as const)
            : PLACES.auto;
    return [
      {
        part: `value:${line.line.id}:${key}`,
        label: `Value ${written} of ${line.name}`,
        anchor,
        reach,
        ...set_,
        moved: moved.get(key) ?? null,
        leaders: true,
        ink: line.line.colour,
        places: () => placesAround(anchor, set_.width + 2 * AIR, set_.height, reach, sides, leaders),
        valued: { at, value: String(value) },
      },
    ];
  });
}

const steepness = ({ from, to }: { from: XY; to: XY }) =>
  Math.abs(to[1] - from[1]) / Math.max(0.01, Math.abs(to[0] - from[0]));

/** Most strokes of a line that are tried for its name. */
const MOST_TRIED = 30;

/** Places beside the strokes of a line, the steepest first. */
function* placesBeside({ path }: PlacedLine, width: number, height: number): Generator<Place> {
  const strokes = [...path.finished.runs, ...path.unfinished.runs].flatMap((run) =>
    run.slice(1).map((to, index) => ({ from: run[index] ?? to, to })),
  );
  const tried = strokes.sort((a, b) => steepness(b) - steepness(a)).slice(0, MOST_TRIED);
  const gap = 3.2;
  const middles = tried.map(({ from, to }): XY => [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]);
  for (const [x, y] of middles) {
    const [left, right, middle] = [x - gap - width, x + gap, x - width / 2];
    const corners = [
      [right, y - height / 2],
      [left, y - height / 2],
      [right, y],
      [left, y - height],
      [right, y - height],
      [left, y],
      [middle, y - gap - height],
      [middle, y + gap],
    ] as const;
    for (const [minX, minY] of corners)
      yield { box: { minX, minY, maxX: minX + width, maxY: minY + height }, from: null };
  }
  for (const middle of middles.slice(0, 8))
    for (const place of placesAround(middle, width, height, 1, PLACES.auto)) if (place.from !== null) yield place;
}

/** Places around the end of a line, to the right of it first, and then beside its strokes. */
function* placesAtEnd(
  set: PlacedLine,
  end: XY,
  { width, height }: { width: number; height: number },
): Generator<Place> {
  yield* placesAround(end, width + 2 * AIR, height, set.line.line.weight + 1, RIGHT_FIRST);
  yield* placesBeside(set, width + 2 * AIR, height);
}

function nameBeside(set: PlacedLine, room: LabelledPlot): Wanted[] {
  const { line } = set;
  const { style } = room;
  const isEarly = room.early.has(line.line.id);
  if (!room.named || (line.line.named !== 'beside' && !isEarly) || line.name.trim() === '') return [];
  const last = line.values.findLastIndex((_, index) => set.at(index) !== null);
  const anchor = set.at(last);
  if (!anchor) return [];
  const named = nameType(style);
  const text = textOf(line.name, named.face, named.size, line.line.colour);
  return [
    {
      part: `name:${line.line.id}`,
      label: `Name of ${line.name}`,
      anchor,
      reach: line.line.weight,
      ...text,
      moved: line.line.nameMoved,
      leaders: true,
      ink: line.line.colour,
      places: () => (isEarly ? placesAtEnd(set, anchor, text) : placesBeside(set, text.width + 2 * AIR, text.height)),
    },
  ];
}

/** What a difference says, beside its stroke. */
function differenceLabel({ anchor, box }: PlacedMark, mark: DressedMarkOf<'difference'>, room: LabelledPlot): Wanted[] {
  const words = `${differenceWords(room.figure, mark, room.locale)} ${mark.name}`.trim();
  if (words === '' || !box) return [];
  const text = textOf(words, faceOfStyle(room.style, 600), room.style.sizes.label, mark.colour);
  const [width, height] = [text.width + 2 * AIR, text.height];
  const reach = (box.maxX - box.minX) / 2;
  const ends: XY[] = [
    [anchor[0], box.minY],
    [anchor[0], box.maxY],
  ];
  function* places(): Generator<Place> {
    // In the middle first, then at its ends.
    for (const place of placesAround(anchor, width, height, reach, ['right', 'left'], false)) yield place;
    for (const [index, end] of ends.entries())
      yield* placesAround(
        end,
        width,
        height,
        1,
        index === 0 ? ['above', 'right', 'left'] : ['below', 'right', 'left'],
        false,
      );
    yield* placesAround(anchor, width, height, reach, RIGHT_FIRST);
  }
  return [
    {
      part: `mark:${mark.id}`,
      label: `Difference ${words}`,
      anchor,
      reach,
      ...text,
      moved: mark.moved,
      leaders: true,
      ink: mark.colour,
      places,
    },
  ];
}

/** What is written at a mark: its name, or its number where a key says the names. */
const textOfMark = ({ name, entry }: DrawnMark, { numbered }: LabelledPlot) =>
  numbered && entry ? (entry.number === 0 ? '' : String(entry.number)) : name;

function markName(set: PlacedMark, room: LabelledPlot): Wanted[] {
  const { style, say, plot, inLegend } = room;
  const { mark, anchor, box, runs, edges } = set;
  const size = style.sizes.label;
  const shared = {
    part: `mark:${mark.id}` as const,
    label: markLabel(mark),
    anchor,
    moved: mark.moved,
    ink: mark.colour,
  };
  if (mark.kind === 'note') {
    const type = { face: faceOfStyle(room.style), size, colour: mark.colour };
    if (plainWords(mark.text, say).trim() === '') return [];
    const lines = placeRuns(mark.text, type, say, mark.width * POINTS_PER_MM);
    const width = Math.max(
      ...lines.map((runs) => {
        const last = runs.at(-1);
        return last ? last.x + textWidth(last.text, last.face, last.size) : 0;
      }),
    );
    const height = size * (0.92 + (lines.length - 1) * LEADING);
    const places = () => placesAround(anchor, width + 2 * AIR, height, 2.4, PLACES.auto, mark.leader);
    return [
      {
        ...shared,
        label: `Note: ${plainWords(mark.text, say)}`,
        reach: 2.4,
        lines,
        width,
        height,
        pitch: size * LEADING,
        leaders: mark.leader,
        places,
      },
    ];
  }
  if (mark.kind === 'difference') return differenceLabel(set, mark, room);
  const isNamed = edges ? !inLegend : mark.kind !== 'level' || mark.named !== 'none';
  const written = textOfMark(mark, room);
  if (!isNamed || written.trim() === '') return [];
  const text = textOf(written, faceOfStyle(room.style), size, mark.colour);
  const [width, height] = [text.width + 2 * AIR, text.height];
  function* numberPlaces(): Generator<Place> {
    const middle = (box ? (box.minX + box.maxX) / 2 : anchor[0]) - width / 2;
    // Over the plot first, in two rows, and then beside the stroke or in the band.
    for (const row of [1, 2]) {
      const minY = plot.top - row * (height + 1);
      yield { box: { minX: middle, minY, maxX: middle + width, maxY: minY + height }, from: null };
    }
    yield* placesDown([middle, anchor[0] + 2, anchor[0] - 2 - width], width, height, plot);
  }
  const places = (): Iterable<Place> => {
    if (room.numbered && mark.entry !== undefined) return numberPlaces();
    if (mark.kind === 'level') return placesOnLevel(runs, mark.named, width, height, mark.weight);
    if (edges) return placesInBand(edges, width, height);
    if (mark.kind === 'event') return placesDown([anchor[0] + 2, anchor[0] - 2 - width], width, height, plot);
    if (!box) return [];
    const middle = (box.minX + box.maxX - width) / 2;
    const inside = { ...plot, top: box.minY, height: box.maxY - box.minY };
    return mark.over.kind === 'values'
      ? placesDown([box.minX + 3, box.maxX - width - 3, middle], width, height, inside)
      : placesDown([middle, box.minX + 1], width, height, inside);
  };
  return [{ ...shared, reach: 1, ...text, leaders: false, places }];
}

/** The names of marks; that of a calendar whose rows all have the same is written once, wherever there is room. */
function namesOnce(plot: LabelledPlot): Wanted[] {
  const once = new Map<string, Wanted>();
  return plot.marks.flatMap((set) => {
    const wanted = markName(set, plot);
    const { id, entry } = set.mark;
    if (entry === undefined || plot.numbered || plot.figure.calendars.get(id)?.names !== 1) return wanted;
    const [own] = wanted;
    const first = once.get(id);
    if (!own) return [];
    if (!first) {
      once.set(id, own);
      return wanted;
    }
    const { places } = first;
    first.places = function* () {
      yield* places();
      yield* own.places();
    };
    return [];
  });
}

/** All labels that a plot is to have: marks first, then names of lines, then values. */
export const wantedLabels = (plot: LabelledPlot): Wanted[] => [
  ...namesOnce(plot),
  ...plot.lines.flatMap((line) => nameBeside(line, plot)),
  ...plot.lines.flatMap((line) => valueLabels(line, plot)),
];
