import { POINTS_PER_MM, type Scene, type SceneNode } from '../scene/scene.ts';
import type { ResolvedColumn, ResolvedSparkTable } from './resolve.ts';
import { sparklineNodes } from './sparkline.ts';

const MOST = 7;
const MOST_LINES = 3;

type Found<Kind extends ResolvedColumn['kind']> = Extract<ResolvedColumn, { kind: Kind }>;

function barNodes({ bars, spec }: Found<'spark'>, width: number, height: number): SceneNode[] {
  const shown = bars.slice(0, MOST);
  const pitch = height / Math.max(1, shown.length);
  return shown.map(({ share }, index) => ({
    kind: 'rect',
    x: 1.5,
    y: pitch * (index + 0.2),
    width: (width - 3) * share,
    height: pitch * 0.6,
    fill: spec.colour,
  }));
}

function lineNodes({ series, ends, spec }: Found<'sparkline'>, width: number, height: number): SceneNode[] {
  const shown = series.values.slice(0, MOST_LINES);
  const pitch = height / Math.max(1, shown.length);
  const spark = { ...spec, emphasis: [], reference: 'none' as const };
  return shown.flatMap((values, index) => {
    const own = ends[index];
    const cell = { left: 1.5, top: pitch * index + 1, width: width - 3, height: pitch - 2 };
    const colours = { ink: spec.colour, ground: '#ffffff' };
    return own
      ? sparklineNodes(
          values,
          { spark, cell, places: series.places, ends: own, before: series.before[index] ?? [] },
          colours,
        )
      : [];
  });
}

/** The first sparklines of a spark table, drawn small, for lists. Sizes in millimetres. */
export function sparkMiniature({ spec, columns }: ResolvedSparkTable, widthMm: number, heightMm: number): Scene {
  const [width, height] = [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM];
  const found = columns.find((column) => column.kind === 'spark' || column.kind === 'sparkline');
  const nodes =
    found?.kind === 'spark'
      ? barNodes(found, width, height)
      : found?.kind === 'sparkline'
        ? lineNodes(found, width, height)
        : [];
  return { widthMm, heightMm, title: spec.name, description: `The sparklines of ${spec.name}, small.`, nodes };
}
