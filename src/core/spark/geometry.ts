/** Where the columns and rows of a spark table stand. Lengths in points. */

import { POINTS_PER_MM } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { formatBeside } from '../text/number.ts';
import type { PlacedRun, SayFact } from '../text/rich.ts';
import { widthsAge } from '../text/shaper.ts';
import { wrap } from '../text/wrap.ts';
import type { FaceId } from '../type/faces.ts';
import { sayPlace } from './data.ts';
import { decimalsOfSeries } from './decimals.ts';
import { saySparkFacts } from './facts.ts';
import { isBars } from './look.ts';
import { tailOf } from './number-cells.ts';
import type { ResolvedColumn, ResolvedOf, ResolvedSparkline, ResolvedSparkTable } from './resolve.ts';
import { linesOfWords, typeOfWords, type WordsPart } from './words.ts';

export const INSET = 10;
export const LEADING = 1.22;
/** Clear room between columns. */
const GAP = 14;
/** Widest column of texts and narrowest header. */
const MOST_TEXT = 170;
const LEAST_HEAD = 46;
/** Between a number and what follows it, and between a sparkline and the values beside it. */
export const ASIDE = 3;
/** Clear room above and below a sparkline, as a share of the row's height. */
const CLEAR = 0.1;

/** A value that is written beside each sparkline. */
interface Beside {
  of: 'first' | 'high' | 'low' | 'last';
  left: number;
  width: number;
}

interface SlotShared {
  /** what its part is called: the column's id, for a source column with the place behind it */
  id: string;
  left: number;
  width: number;
  title: string;
  head: string[];
}

/** A column as it stands on the sheet. */
export type Slot = SlotShared &
  (
    | { kind: 'text'; column: ResolvedOf<'text'>; face: FaceId }
    | { kind: 'number'; column: ResolvedOf<'number'>; tail: number; aside: number }
    | { kind: 'bars'; column: ResolvedOf<'level bars'> }
    | { kind: 'sparkline'; column: ResolvedSparkline; cellLeft: number; cellWidth: number; beside: Beside[] }
    | { kind: 'source'; column: ResolvedSparkline; place: number }
  );

export interface SparkGeometry {
  resolved: ResolvedSparkTable;
  style: HouseStyle;
  locale: Locale;
  pixel: number;
  slots: Slot[];
  width: number;
  /** what the fields of its words say */
  say: SayFact;
  title: PlacedRun[][];
  subtitle: PlacedRun[][];
  source: PlacedRun[][];
  /** foot of the title, of the texts over headers, and of the headers */
  titleBottom: number;
  headsBottom: number;
  headBottom: number;
  pitch: number;
  /** foot of the rows, and of the sheet */
  bottom: number;
  height: number;
}

const widths = new WeakMap<readonly string[], Map<string, number>>();

/** Width of the widest of some texts; found once for the same texts. */
function widest(texts: readonly string[], face: FaceId, size: number): number {
  const key = `${face} ${size} ${widthsAge()}`;
  const known = widths.get(texts) ?? new Map<string, number>();
  widths.set(texts, known);
  let width = known.get(key);
  if (width === undefined) {
    width = texts.reduce((most, text) => Math.max(most, textWidth(text, face, size)), 0);
    known.set(key, width);
  }
  return width;
}

const tails = new WeakMap<readonly string[], string[]>();

function tailsOf(texts: readonly string[], locale: Locale): string[] {
  const known = tails.get(texts);
  if (known) return known;
  const found = [...new Set(texts.map((text) => tailOf(text, locale)))];
  tails.set(texts, found);
  return found;
}

/** Width of the widest value of a column of sparklines as it is written. */
function valueWidth(column: ResolvedSparkline, face: FaceId, size: number, locale: Locale): number {
  const places = decimalsOfSeries(column.series, locale.decimals);
  const hidden = 0.5 / 10 ** places;
  let [low, high] = [0, 0];
  // Those that would be written as zero are written with decimals of their own, the more the nearer they are to it.
  let [under, over] = [-hidden, hidden];
  const least = new Set<number>();
  for (const value of column.series.grid.data) {
    if (value < low) low = value;
    if (value > high) high = value;
    if (value > 0 && value < over) {
      over = value;
      least.add(value);
    }
    if (value < 0 && value > under) {
      under = value;
      least.add(value);
    }
  }
  return Math.max(...[low, high, ...least].map((value) => textWidth(formatBeside(value, places, locale), face, size)));
}

function headWidth(title: string, style: HouseStyle): number {
  const face = faceOfStyle(style);
  const size = style.sizes.label;
  const longest = title.split(/\s+/).reduce((most, word) => Math.max(most, textWidth(word, face, size)), 0);
  return Math.min(textWidth(title, face, size), Math.max(LEAST_HEAD, longest));
}

/** The values that are written beside a sparkline, first at its left and the others at its right. */
function besideOf({ spec }: ResolvedSparkline): { before: Beside['of'][]; after: Beside['of'][] } {
  if (spec.draw === 'win / loss') return { before: [], after: [] };
  const asked = (of: Beside['of']) => spec.emphasis.some((rule) => rule.of === of && rule.value);
  return { before: asked('first') ? ['first'] : [], after: (['high', 'low', 'last'] as const).filter(asked) };
}

type Unplaced = Slot extends infer Each ? (Each extends Slot ? Omit<Each, 'left' | 'head'> : never) : never;

function sparklineSlots(column: ResolvedSparkline, face: FaceId, style: HouseStyle, locale: Locale): Unplaced[] {
  const { spec, series, title } = column;
  const size = style.sizes.label;
  const small = size * 0.92;
  const cellWidth = spec.width * POINTS_PER_MM;
  const { before, after } = besideOf(column);
  const value = before.length + after.length > 0 ? valueWidth(column, face, small, locale) : 0;
  // A mark before the value says which it is.
  const room = (of: Beside['of']) => value + (of === 'last' || of === 'first' ? 0 : small * 0.8);
  const lead = before.reduce((sum, of) => sum + room(of) + ASIDE, 0);
  const beside: Beside[] = before.map((of) => ({ of, left: 0, width: room(of) }));
  let at = lead + cellWidth;
  for (const of of after) {
    beside.push({ of, left: at + ASIDE, width: room(of) });
    at += ASIDE + room(of);
  }
  const slot: Unplaced = {
    kind: 'sparkline',
    id: spec.id,
    width: at,
    title,
    column,
    cellLeft: lead,
    cellWidth,
    beside,
  };
  if (spec.source === 'tucked') return [slot];
  const { course, from, to } = series.places;
  const number = valueWidth(column, face, size, locale);
  const sources = Array.from({ length: to - from }, (_, index): Unplaced => {
    const name = sayPlace(course, from + index, locale);
    return {
      kind: 'source',
      id: `${spec.id}~${index}`,
      title: name,
      column,
      place: from + index,
      width: Math.max(number, headWidth(name, style) * 0.75, 16),
    };
  });
  return [...sources, slot];
}

function slotsOf(
  column: ResolvedColumn,
  { isNames, hasSums }: { isNames: boolean; hasSums: boolean },
  style: HouseStyle,
  locale: Locale,
): Unplaced[] {
  const size = style.sizes.label;
  // The first column of texts stands out, for it names the rows.
  const [plain, strong] = [faceOfStyle(style), faceOfStyle(style, 600)];
  const { title, spec } = column;
  const { id } = spec;
  // Sums are set strong.
  if (column.kind === 'sparkline') return sparklineSlots(column, hasSums ? strong : plain, style, locale);
  if (column.kind === 'level bars')
    return [{ kind: 'bars', id, title, column, width: column.spec.width * POINTS_PER_MM }];
  const given = 'width' in spec && spec.width !== null ? spec.width * POINTS_PER_MM : null;
  if (column.kind === 'text') {
    // Beside sums, whose names are set strong, those of rows are not.
    const face = isNames && !hasSums ? strong : plain;
    const own =
      Math.min(MOST_TEXT, Math.max(widest(column.cells, isNames ? strong : plain, size), headWidth(title, style))) +
      0.5;
    return [{ kind: 'text', id, title, column, face, width: given ?? own }];
  }
  const { texts, asides } = column.cells;
  const tail = widest(tailsOf(texts, locale), plain, size);
  // Where numbers have different tails, a short one begins further left.
  const numbers = widest(texts, strong, size) + (tailsOf(texts, locale).length > 1 ? tail : 0);
  const aside = asides ? widest(asides, plain, size) + ASIDE : 0;
  const own = Math.max(numbers + aside, headWidth(title, style)) + 0.5;
  return [{ kind: 'number', id, title, column, tail, aside, width: given ?? own }];
}

/** True for what a spark table shows: not tucked away. */
const isShown = ({ spec }: ResolvedColumn) => !spec.tucked;

/** The same spark table on the pixels of a device, each `pixel` points wide, so that bars are sharp. */
export function onPixels(geometry: SparkGeometry, pixel: number): SparkGeometry {
  const snap = (value: number) => Math.round(value / pixel) * pixel;
  const headBottom = snap(geometry.headBottom);
  const down = headBottom - geometry.headBottom;
  return {
    ...geometry,
    pixel,
    slots: geometry.slots.map((slot) => ({ ...slot, left: snap(slot.left) })),
    headBottom,
    bottom: geometry.bottom + down,
    height: geometry.height + down,
  };
}

/** Sets a spark table: as wide as its columns need, as high as its rows. `pixel` is the edge of a device's pixel. */
export const sparkGeometry = (
  resolved: ResolvedSparkTable,
  style: HouseStyle,
  locale: Locale,
  pixel: number,
): SparkGeometry => onPixels(freeGeometry(resolved, style, locale), pixel);

/** Sets a spark table, on no pixels yet. */
export function freeGeometry(resolved: ResolvedSparkTable, style: HouseStyle, locale: Locale): SparkGeometry {
  const { spec, columns, data } = resolved;
  const size = style.sizes.label;
  const shown = columns.filter(isShown);
  const names = shown.findIndex(({ kind }) => kind === 'text');
  const hasSums = data.records.length > data.own;
  let left = INSET;
  const slots = shown
    .flatMap((column, index) => slotsOf(column, { isNames: index === names, hasSums }, style, locale))
    .map((slot): Slot => {
      const head = slot.title === '' ? [] : wrap(slot.title, faceOfStyle(style), size, slot.width, 3);
      const here = { ...slot, left, head } as Slot;
      left += slot.width + (slot.kind === 'source' ? GAP / 2 : GAP);
      return here;
    });
  const width = Math.max(left - GAP + INSET, 30 * POINTS_PER_MM);
  const say = saySparkFacts(resolved, locale);
  const set = (part: WordsPart) => linesOfWords(spec.words[part], typeOfWords(part, style), say, width - 2 * INSET);
  const [title, subtitle, source] = [set('title'), set('subtitle'), set('source')];
  const titleBottom = INSET + (title.length * style.sizes.title + subtitle.length * style.sizes.subtitle) * LEADING;
  const headsBottom = titleBottom + (spec.heads.length > 0 ? size * LEADING + 8 : 0);
  const headLines = Math.max(1, ...slots.map(({ head }) => head.length));
  const headBottom = headsBottom + 6 + headLines * size * LEADING + 4;
  const pitch = spec.rowHeight * POINTS_PER_MM;
  const bottom = headBottom + data.rows.length * pitch;
  const foot = source.length > 0 ? 6 + source.length * style.sizes.source * LEADING : 0;
  return {
    resolved,
    style,
    locale,
    pixel: 0.01,
    slots,
    width,
    say,
    title,
    subtitle,
    source,
    titleBottom,
    headsBottom,
    headBottom,
    pitch,
    bottom,
    height: bottom + foot + INSET,
  };
}

/** Top of a row, on a whole pixel. */
export const rowTop = ({ headBottom, pitch, pixel }: SparkGeometry, row: number) =>
  Math.round((headBottom + row * pitch) / pixel) * pixel;

/** The box of a sparkline within its row, whose top is at zero. */
export function cellBox({ pitch, pixel }: Pick<SparkGeometry, 'pitch' | 'pixel'>, left: number, width: number) {
  const top = Math.round((pitch * CLEAR) / pixel) * pixel;
  return { left, top, width, height: pitch - 2 * top };
}

/** Whether a column of sparklines is drawn with bars, for which slopes say nothing. */
export const isSloped = ({ spec }: ResolvedSparkline) => !isBars(spec.draw);
