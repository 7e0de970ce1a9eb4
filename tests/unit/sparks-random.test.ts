/** Spark tables at random, each drawing measured. */

import { describe, expect, it } from 'vitest';
import { PRINT_PIXEL } from '../../src/core/spark/cell.ts';
import { sparkGeometry } from '../../src/core/spark/geometry.ts';
import { sparkPage } from '../../src/core/spark/html.ts';
import { layoutSparkTable } from '../../src/core/spark/layout.ts';
import { resolveSparkTable } from '../../src/core/spark/resolve.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { sparkCsv } from '../../src/formats/spark-csv.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { measureSpark } from './measure-drawing.ts';
import { randomSpark } from './random-spark.ts';

const RUNS = runs(200);
/** One takes a few milliseconds; ten times the two seconds that none may take on a quiet machine. */
const HANG_MS = 20_000;
/** Drawings that had faults once, each of another kind. */
const KEPT = [879, 1190];

describe('every spark table', () => {
  it('has no text over another, none beyond the sheet, no stroke beyond its cell, and numbers throughout', () => {
    for (const seed of [...KEPT, ...Array.from({ length: RUNS }, (_, index) => 100_000 + index)]) {
      const made = randomSpark(new Dice(seed));
      if (!made) continue;
      const { spec, table, locale } = made;
      const begun = performance.now();
      const resolved = resolveSparkTable(spec, table, DEFAULT_STYLE, locale);
      const geometry = sparkGeometry(resolved, DEFAULT_STYLE, locale, PRINT_PIXEL);
      const scene = layoutSparkTable(resolved, DEFAULT_STYLE, locale);
      const took = performance.now() - begun;
      expect(measureSpark(scene, geometry), `npm run fuzz 1 ${seed} sparks`).toEqual([]);
      expect(sparkPage(geometry, locale.id)).not.toMatch(/NaN|undefined|Infinity/);
      expect(sparkCsv(resolved, locale)).not.toMatch(/NaN|undefined|Infinity/);
      expect(took, `time for seed ${seed}`).toBeLessThan(HANG_MS);
    }
  });
});
