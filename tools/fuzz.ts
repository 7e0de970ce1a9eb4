/**
 * Draws figures at random and measures each drawing: `npm run fuzz [count]
 * [first seed] [sparks]`, spark tables with the last word. Says how often each kind of fault comes up, with seeds by which
 * it can be had again: `npm run fuzz 1 SEED` writes that figure as SVG.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { drawFigure } from '../src/core/figure/draw.ts';
import type { Scene } from '../src/core/scene/scene.ts';
import { toSvg } from '../src/core/scene/svg.ts';
import '../src/formats/shape.ts';
import { PRINT_PIXEL } from '../src/core/spark/cell.ts';
import { sparkGeometry } from '../src/core/spark/geometry.ts';
import { layoutSparkTable } from '../src/core/spark/layout.ts';
import { resolveSparkTable } from '../src/core/spark/resolve.ts';
import { DEFAULT_STYLE } from '../src/core/style/style.ts';
import { Dice } from '../tests/unit/any-command.ts';
import { measureFigure, measureSpark } from '../tests/unit/measure-drawing.ts';
import { randomFigure } from '../tests/unit/random-figure.ts';
import { randomSpark } from '../tests/unit/random-spark.ts';

const SLOW_MS = 2000;
const [count = 5000, first = 1] = process.argv.slice(2, 4).map(Number);
const isSparks = process.argv[4] === 'sparks';
const kept = {
  'too small to draw': 0,
  'names in a legend instead': 0,
  'names left out': 0,
  'labels without a place': 0,
};
const faults = new Map<string, { seeds: number[]; example: string }>();

/** Keeps a drawing that was asked for alone, with what it was drawn from. */
function keep(seed: number, scene: Scene, spec: unknown): void {
  if (count !== 1) return;
  mkdirSync('.rizo/fuzz', { recursive: true });
  writeFileSync(`.rizo/fuzz/${seed}.svg`, toSvg(scene));
  writeFileSync(`.rizo/fuzz/${seed}.json`, JSON.stringify(spec, null, 1));
}

function wrongInFigure(seed: number): string[] {
  const { spec, table, beside, locale } = randomFigure(new Dice(seed));
  const layout = drawFigure(spec, table, DEFAULT_STYLE, locale, beside);
  if (layout.tooSmall) kept['too small to draw']++;
  if (layout.names === 'below' || layout.names === 'outside') kept['names in a legend instead']++;
  if (layout.names === 'left out') kept['names left out']++;
  kept['labels without a place'] += layout.unplaced.length;
  keep(seed, layout.scene, spec);
  return measureFigure(layout);
}

function wrongInSparks(seed: number): string[] {
  const made = randomSpark(new Dice(seed));
  if (!made) return [];
  const resolved = resolveSparkTable(made.spec, made.table, DEFAULT_STYLE, made.locale);
  const scene = layoutSparkTable(resolved, DEFAULT_STYLE, made.locale);
  keep(seed, scene, made.spec);
  return measureSpark(scene, sparkGeometry(resolved, DEFAULT_STYLE, made.locale, PRINT_PIXEL));
}

for (let seed = first; seed < first + count; seed++) {
  let wrong: string[];
  const begun = performance.now();
  try {
    wrong = isSparks ? wrongInSparks(seed) : wrongInFigure(seed);
  } catch (error) {
    wrong = [
      `error: ${error instanceof Error ? (error.stack ?? '').split('\n').slice(0, 12).join(' ').replace(/\s+/g, ' ') : error}`,
    ];
  }
  const took = performance.now() - begun;
  if (took > SLOW_MS) wrong.push(`slow: ${Math.round(took)} ms`);
  if (count === 1) for (const fault of wrong) console.log(fault);
  const kinds = new Set(
    wrong.map((fault) =>
      fault
        .replace(/“.*?”/g, '“”')
        .replace(/(line|value|mark|name|panel|column):[\w~-]+/g, '$1')
        .replace(/-?[\d.]+/g, 'N')
        .slice(0, 90),
    ),
  );
  for (const kind of kinds) {
    const known = faults.get(kind) ?? {
      seeds: [],
      example: wrong.find((fault) => fault.startsWith(kind.slice(0, 6))) ?? kind,
    };
    known.seeds.push(seed);
    faults.set(kind, known);
  }
}
const rows = [...faults].sort(([, a], [, b]) => b.seeds.length - a.seeds.length);
for (const [kind, { seeds }] of rows)
  console.log(`${String(seeds.length).padStart(6)}  ${kind}  ${seeds.slice(0, 6).join(' ')}`);
const faulty = new Set(rows.flatMap(([, { seeds }]) => seeds));
if (!isSparks) console.log(kept);
console.log(`${count} ${isSparks ? 'spark tables' : 'figures'} drawn, ${faulty.size} with faults.`);
process.exitCode = faulty.size > 0 ? 1 : 0;
