import { POINTS_PER_MM, type Scene, type SceneNode } from '../scene/scene.ts';
import type { ResolvedSparkTable } from './resolve.ts';

const MOST = 7;

/** The first sparklines of a spark table, drawn small, for lists. Sizes in millimetres. */
export function sparkMiniature({ spec, columns }: ResolvedSparkTable, widthMm: number, heightMm: number): Scene {
  const width = widthMm * POINTS_PER_MM;
  const height = heightMm * POINTS_PER_MM;
  const found = columns.find((column) => column.kind === 'spark');
  const bars = found?.kind === 'spark' ? found.bars.slice(0, MOST) : [];
  const pitch = height / Math.max(1, bars.length);
  const nodes = bars.map(
    ({ share }, index): SceneNode => ({
      kind: 'rect',
      x: 1.5,
      y: pitch * (index + 0.2),
      width: (width - 3) * share,
      height: pitch * 0.6,
      fill: found?.kind === 'spark' ? found.spec.colour : '#000000',
    }),
  );
  return { widthMm, heightMm, title: spec.name, description: `The bars of ${spec.name}, small.`, nodes };
}
