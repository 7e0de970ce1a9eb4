/** A whole spark table as SVG, written some rows at a time: the nodes of ten thousand rows at once would fill the memory. */
import { coordinate } from '../scene/coordinates.ts';
import { POINTS_PER_MM, type Scene, type TextNode, textsOf } from '../scene/scene.ts';
import { type SvgOptions, svgNodes, svgPieces } from '../scene/svg.ts';
import type { SparkGeometry } from './geometry.ts';
import { pieceSpan, piecesOf, sparkPiece } from './layout.ts';
import { saySparkTable } from './say.ts';
import { plainTitle } from './words.ts';

/** Rows that are written together. */
const TOGETHER = 100;

/** Every text of a spark table, whose letters a file's fonts need. */
export function* sparkTexts(geometry: SparkGeometry): Generator<TextNode> {
  for (let piece = 0; piece < piecesOf(geometry, TOGETHER); piece++)
    yield* textsOf(sparkPiece(geometry, piece, TOGETHER).nodes);
}

/** Writes a spark table as a whole SVG document; it draws what `layoutSparkTable` does. */
export function sparkSvg(geometry: SparkGeometry, options: SvgOptions = {}): string {
  const { spec } = geometry.resolved;
  const empty: Scene = {
    widthMm: geometry.width / POINTS_PER_MM,
    heightMm: geometry.height / POINTS_PER_MM,
    title: plainTitle(spec, geometry.say),
    description: saySparkTable(geometry.resolved, geometry.locale),
    nodes: [],
  };
  const written = [svgPieces(empty, options).head];
  for (let piece = 0; piece < piecesOf(geometry, TOGETHER); piece++) {
    const { top } = pieceSpan(geometry, piece, TOGETHER);
    const nodes = svgNodes(sparkPiece(geometry, piece, TOGETHER).nodes, options);
    written.push(piece === 0 ? nodes : `<g transform="translate(0 ${coordinate(top)})">${nodes}</g>`);
  }
  return `${written.join('')}</svg>`;
}
