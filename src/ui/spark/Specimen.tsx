import { useMemo } from 'react';
import { toSvg } from '../../core/scene/svg.ts';
import type { ResolvedColumn } from '../../core/spark/resolve.ts';
import { sparklineNodes } from '../../core/spark/sparkline.ts';
import type { HouseStyle } from '../../core/style/style.ts';

/** How much larger than in print the specimen is. */
const TIMES = 3;
const POINTS_PER_MM = 72 / 25.4;

interface SpecimenProps {
  column: Extract<ResolvedColumn, { kind: 'sparkline' }>;
  row: number;
  rowHeight: number;
  style: HouseStyle;
}

/** The sparkline of one row, three times as large, with its strokes and marks as large in proportion. */
export function Specimen({ column, row, rowHeight, style }: SpecimenProps) {
  const { spec, series, ends } = column;
  const [width, height] = [spec.width * POINTS_PER_MM, rowHeight * POINTS_PER_MM];
  const address = useMemo(() => {
    const own = ends[row];
    const room = own && {
      spark: spec,
      cell: { left: 0, top: height * 0.1, width, height: height * 0.8 },
      places: series.places,
      ends: own,
      before: series.before[row] ?? [],
    };
    const nodes = room ? sparklineNodes(series.values[row] ?? [], room, { ink: style.quiet, ground: '#ffffff' }) : [];
    const scene = { widthMm: spec.width, heightMm: rowHeight, title: 'Specimen', description: '', nodes };
    return `data:image/svg+xml,${encodeURIComponent(toSvg(scene))}`;
  }, [spec, series, ends, row, width, height, rowHeight, style]);
  return (
    <img
      src={address}
      alt={`Specimen: the sparkline of row ${row + 1}, ${TIMES} times as large as in print`}
      width={spec.width * TIMES * 3.78}
      height={rowHeight * TIMES * 3.78}
      className="max-w-full rounded bg-white"
    />
  );
}
