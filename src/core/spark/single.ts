/** Single sparklines: as they stand in their cell, and as large as a word in a sentence. */
import { POINTS_PER_MM, type Scene } from '../scene/scene.ts';
import { sparklineNodes } from './cell.ts';
import { cellBox, type SparkGeometry } from './geometry.ts';
import { cellOf, type ResolvedColumn, type ResolvedSparkline, type SparkCell } from './resolve.ts';
import { barNodes } from './row-nodes.ts';
import { sayBar, sayCell } from './say.ts';

/** One cell of a column of sparklines or level bars, at its printed size. */
export function singleScene(geometry: SparkGeometry, column: ResolvedColumn, record: number): Scene | null {
  const { resolved, pitch, pixel, style, locale } = geometry;
  if (column.kind !== 'sparkline' && column.kind !== 'level bars') return null;
  const name = resolved.data.records[record]?.name ?? '';
  const width = column.spec.width * POINTS_PER_MM;
  const box = cellBox({ pitch, pixel }, 0, width);
  const shared = { widthMm: column.spec.width, heightMm: pitch / POINTS_PER_MM, title: `${name}: ${column.title}` };
  if (column.kind === 'level bars')
    return {
      ...shared,
      description: `${name}: ${sayBar(column, record, locale)}.`,
      nodes: barNodes(column, record, box, pitch, style),
    };
  const cell = cellOf(column, resolved.data, record);
  const pen = { ink: style.quiet, ground: style.ground, pixel };
  return {
    ...shared,
    description: `${name}: ${sayCell(column, record, locale)}.`,
    nodes: cell ? sparklineNodes(cell, box, pen) : [],
  };
}

/** A word's sparkline reaches so far above and below the baseline, in sizes of its type. */
const ABOVE = 0.72;
const BELOW = 0.18;
const LEAST_WIDTH = 2;
const MOST_WIDTH = 12;

/** A look in which strokes and marks shrink with the cell. */
function shrunk(cell: SparkCell, times: number): SparkCell {
  if (times >= 1) return cell;
  const { spark } = cell;
  return {
    ...cell,
    spark: {
      ...spark,
      weight: Math.max(0.3, spark.weight * times),
      emphasis: spark.emphasis.map((rule) => ({ ...rule, size: Math.max(0.5, rule.size * times) })),
      markers: { ...spark.markers, size: Math.max(0.5, spark.markers.size * times) },
    },
  };
}

/** A sparkline to stand in a sentence. */
export interface WordSparkline {
  scene: Scene;
  /** how far its foot lies below the baseline, points */
  depth: number;
}

/**
 * The sparkline of a record as large as a word set in type of `size` points:
 * the same definition and shape, with strokes and marks in proportion.
 */
export function wordSparkline(
  geometry: SparkGeometry,
  column: ResolvedSparkline,
  record: number,
  size: number,
): WordSparkline {
  const { resolved, pitch, pixel, style, locale } = geometry;
  const own = cellBox({ pitch, pixel }, 0, column.spec.width * POINTS_PER_MM);
  const height = size * (ABOVE + BELOW);
  const width = Math.max(LEAST_WIDTH * size, Math.min(MOST_WIDTH * size, (own.width / own.height) * height));
  const cell = cellOf(column, resolved.data, record);
  const name = resolved.data.records[record]?.name ?? '';
  const pen = { ink: style.quiet, ground: style.ground, pixel };
  const nodes = cell ? sparklineNodes(shrunk(cell, height / own.height), { left: 0, top: 0, width, height }, pen) : [];
  return {
    scene: {
      widthMm: width / POINTS_PER_MM,
      heightMm: height / POINTS_PER_MM,
      title: `${name}: ${column.title}`,
      description: `${name}: ${sayCell(column, record, locale)}.`,
      nodes,
    },
    depth: size * BELOW,
  };
}
