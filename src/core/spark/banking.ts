import { bankedAspect } from '../figure/banking.ts';
import { isSloped } from './geometry.ts';
import { cellOf, type ResolvedSparkTable } from './resolve.ts';

/** Rows whose slopes are looked at: more would not change what is typical. */
const MOST_SLOPES = 500;
const LEAST_HEIGHT = 3;
const MOST_HEIGHT = 40;
/** A sparkline takes so much of its row's height. */
const SHARE = 0.8;

/**
 * Height of the rows in millimetres, to half of one, at which the median
 * absolute slope of the sparklines' segments is 45 degrees (see
 * `bankedAspect`); null when nothing rises or falls. Of columns of different
 * widths, the first counts.
 */
export function suggestedRowHeight({ columns, data }: ResolvedSparkTable): number | null {
  const column = columns.find((candidate) => candidate.kind === 'sparkline' && isSloped(candidate));
  if (column?.kind !== 'sparkline') return null;
  const slopes: number[] = [];
  for (const row of data.rows.slice(0, MOST_SLOPES)) {
    const cell = row.kind === 'record' ? cellOf(column, data, row.index) : null;
    if (!cell) continue;
    const [low, high] = cell.ends;
    const steps = cell.values.length - 1;
    cell.values.forEach((value, index) => {
      const before = cell.values[index - 1];
      if (value === null || before === null || before === undefined || high === low) return;
      slopes.push(((value - before) / (high - low)) * steps);
    });
  }
  const aspect = bankedAspect(slopes);
  if (aspect === null) return null;
  const height = (column.spec.width * aspect) / SHARE;
  return Math.max(LEAST_HEIGHT, Math.min(MOST_HEIGHT, Math.round(height * 2) / 2));
}
