/** A spark table as a scene: the whole of it, or in pieces of some rows each. */

import { runNodes } from '../figure/words.ts';
import { POINTS_PER_MM, type Scene, type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';
import { type PlacedRun, plainWords } from '../text/rich.ts';
import { shorten } from '../text/wrap.ts';
import { PRINT_PIXEL } from './cell.ts';
import { INSET, LEADING, rowTop, type SparkGeometry, sparkGeometry } from './geometry.ts';
import { type ResolvedSparkTable, resolveSparkTable } from './resolve.ts';
import { cellNodes, frameNodes, headNodes } from './row-nodes.ts';
import { saySparkTable } from './say.ts';
import type { SparkTableSpec } from './spec.ts';
import { plainTitle, typeOfWords, type WordsPart } from './words.ts';

/** Texts over the headers of neighbouring columns, each with a rule as wide as they. */
function headTexts({ resolved, slots, style, titleBottom }: SparkGeometry): SceneNode[] {
  const size = style.sizes.label;
  const placeOf = (id: string) => slots.findIndex((slot) => slot.id === id || slot.id.startsWith(`${id}~`));
  return resolved.spec.heads.flatMap(({ text, from, to }): SceneNode[] => {
    const ends = [placeOf(from), placeOf(to)];
    // Of columns that are tucked away, those that are left carry the text.
    const [first, last] = [slots[Math.min(...ends)], slots[Math.max(...ends)]];
    const [left, right] = [first ?? last, last ?? first];
    if (!left || !right) return [];
    const x = left.left;
    const width = right.left + right.width - x;
    const y = titleBottom + 6 + size * LEADING;
    return [
      {
        kind: 'text',
        x: x + width / 2,
        y: y - 3.5,
        text: shorten(text, faceOfStyle(style), size, width),
        face: faceOfStyle(style),
        size,
        colour: style.ink,
        anchor: 'middle',
      },
      { kind: 'path', d: strokeOf(x, y, x + width, y), stroke: { colour: style.axis, width: 0.4 } },
    ];
  });
}

/** One of the words in its lines, the first baseline at `first`. */
function wordsNodes(
  { style, say, resolved }: SparkGeometry,
  part: WordsPart,
  lines: readonly (readonly PlacedRun[])[],
  top: number,
): SceneNode[] {
  if (lines.length === 0) return [];
  const { size } = typeOfWords(part, style);
  const label = part.charAt(0).toUpperCase() + part.slice(1);
  const children = runNodes(lines, INSET, top, size * LEADING);
  return [{ kind: 'group', part, label: `${label}: ${plainWords(resolved.spec.words[part], say)}`, children }];
}

/** Rows of one piece on the screen. */
const PIECE = 12;

/** Some rows of a spark table, with where they begin and end, points from its top. */
interface RowSpan {
  from: number;
  to: number;
  top: number;
  bottom: number;
}

/** Where some rows stand; with the first go the headers, with the last the source. */
function spanOf(geometry: SparkGeometry, from: number, to: number): RowSpan {
  const count = geometry.resolved.data.rows.length;
  return {
    from,
    to,
    top: from === 0 ? 0 : rowTop(geometry, from),
    bottom: to >= count ? geometry.height : rowTop(geometry, to),
  };
}

/** Where the nth piece of a spark table stands. */
export function pieceSpan(geometry: SparkGeometry, piece: number, rows = PIECE): RowSpan {
  const from = piece * rows;
  return spanOf(geometry, from, Math.min(geometry.resolved.data.rows.length, from + rows));
}

/** How many pieces a spark table is drawn in. */
export const piecesOf = ({ resolved }: SparkGeometry, rows = PIECE) =>
  Math.max(1, Math.ceil(resolved.data.rows.length / rows));

/** The nth piece of a spark table as a scene of its own: the first has the headers, the last the source. */
export const sparkPiece = (geometry: SparkGeometry, piece: number, rows = PIECE): Scene =>
  spanScene(geometry, pieceSpan(geometry, piece, rows));

/** A strip of a spark table for a picture that is put together of such: rules on its edges reach over them, so its neighbours are drawn, too. */
interface SparkStrip {
  top: number;
  bottom: number;
  /** the strip within more rows, and where these begin */
  drawn(): { scene: Scene; top: number };
}

/** A spark table in strips of so many rows. */
export function sparkStrips(geometry: SparkGeometry, rows: number): SparkStrip[] {
  const count = geometry.resolved.data.rows.length;
  return Array.from({ length: piecesOf(geometry, rows) }, (_, index): SparkStrip => {
    const { from, to, top, bottom } = pieceSpan(geometry, index, rows);
    const span = spanOf(geometry, Math.max(0, from - 1), Math.min(count, to + 1));
    return { top, bottom, drawn: () => ({ scene: spanScene(geometry, span), top: span.top }) };
  });
}

function spanScene(geometry: SparkGeometry, span: RowSpan): Scene {
  const { resolved, style, width, slots, headBottom, bottom } = geometry;
  const { spec } = resolved;
  const isFirst = span.from === 0;
  const isLast = span.to >= resolved.data.rows.length;
  const { sizes } = style;
  const frame: SceneNode[] = [
    { kind: 'rect', x: 0, y: 0, width, height: span.bottom - span.top, fill: geometry.style.ground },
    ...frameNodes(geometry, span.from, span.to, span.top),
  ];
  if (isFirst)
    frame.push(
      {
        kind: 'path',
        d: strokeOf(INSET, headBottom, width - INSET, headBottom),
        stroke: { colour: style.axis, width: 0.6 },
      },
      ...headTexts(geometry),
    );
  const nodes: SceneNode[] = [
    { kind: 'group', part: 'frame', label: 'Frame', children: frame },
    ...slots.map(
      (slot): SceneNode => ({
        kind: 'group',
        part: `column:${slot.id}`,
        label: `Column ${slot.title}`,
        children: [
          ...(isFirst ? headNodes(geometry, slot) : []),
          ...cellNodes(geometry, slot, span.from, span.to, span.top),
        ],
      }),
    ),
  ];
  if (isFirst) {
    const titleFoot = INSET + geometry.title.length * sizes.title * LEADING;
    nodes.push(
      ...wordsNodes(geometry, 'title', geometry.title, INSET + sizes.title * 0.82),
      ...wordsNodes(geometry, 'subtitle', geometry.subtitle, titleFoot + sizes.subtitle * 0.82),
    );
  }
  if (isLast) {
    const top = bottom - span.top + 6 + sizes.source * 0.95;
    nodes.push(...wordsNodes(geometry, 'source', geometry.source, top));
  }
  return {
    widthMm: width / POINTS_PER_MM,
    heightMm: (span.bottom - span.top) / POINTS_PER_MM,
    title: plainTitle(spec, geometry.say),
    description: '',
    nodes,
  };
}

/** Sets a whole spark table. */
export const layoutSparkTable = (
  resolved: ResolvedSparkTable,
  style: HouseStyle,
  locale: Locale,
  pixel = PRINT_PIXEL,
): Scene => ({
  ...sparkPiece(sparkGeometry(resolved, style, locale, pixel), 0, Math.max(1, resolved.data.rows.length)),
  description: saySparkTable(resolved, locale),
});

/** From a spark table's spec and its table to the scene. */
export const drawSparkTable = (
  spec: SparkTableSpec,
  table: Table,
  style: HouseStyle,
  locale: Locale,
  pixel = PRINT_PIXEL,
): Scene => layoutSparkTable(resolveSparkTable(spec, table, style, locale), style, locale, pixel);
