/**
 * Writes src/core/text/metrics.generated.json from the shipped font files:
 * advance widths of every character the report can hold, and the pair
 * adjustments (kerning and ligatures) among the characters of European text.
 * Run it with `npm run fonts` when a font package changes; a test compares the
 * file with the fonts.
 */
import { writeFileSync } from 'node:fs';
import { FACES, type FaceId } from '../src/core/text/faces.ts';
import type { FaceMetrics } from '../src/core/text/measure.ts';
import { openFace } from '../src/formats/fonts.ts';

const KERNED = [
  [0x20, 0x7e],
  [0xa0, 0x17f],
  [0x2010, 0x2026],
  [0x20ac, 0x20ac],
  [0x2212, 0x2212],
] as const;
const MEASURED = [
  [0x20, 0x7e],
  [0xa0, 0x24f],
  [0x2b0, 0x2ff],
  [0x370, 0x52f],
  [0x1e00, 0x1eff],
  [0x2000, 0x218f],
  [0x2190, 0x22ff],
  [0x25a0, 0x25ff],
] as const;

const charactersOf = (ranges: readonly (readonly [number, number])[], has: (code: number) => boolean) => {
  const codes: number[] = [];
  for (const [first, last] of ranges) for (let code = first; code <= last; code++) if (has(code)) codes.push(code);
  return codes;
};

/** Gives equal rows one class number, so that the table stays small. */
function classify(rows: Map<string, number[]>): { classes: Record<string, number>; distinct: number[][] } {
  const seen = new Map<string, number>();
  const distinct: number[][] = [];
  const classes: Record<string, number> = {};
  for (const [character, row] of rows) {
    if (row.every((value) => value === 0)) continue;
    const key = row.join();
    let index = seen.get(key);
    if (index === undefined) {
      index = distinct.length;
      seen.set(key, index);
      distinct.push(row);
    }
    classes[character] = index;
  }
  return { classes, distinct };
}

function measure(id: FaceId): FaceMetrics {
  const font = openFace(id);
  const has = (code: number) => font.hasGlyphForCodePoint(code);
  const advance = new Map<number, number>();
  for (const code of charactersOf(MEASURED, has)) advance.set(code, font.glyphForCodePoint(code).advanceWidth);
  const kerned = charactersOf(KERNED, has);
  const byLeft = new Map<string, number[]>();
  for (const a of kerned) {
    const row = kerned.map((b) => {
      const run = font.layout(String.fromCodePoint(a, b));
      return Math.round(run.advanceWidth - (advance.get(a) ?? 0) - (advance.get(b) ?? 0));
    });
    byLeft.set(String.fromCodePoint(a), row);
  }
  const left = classify(byLeft);
  const byRight = new Map<string, number[]>();
  kerned.forEach((b, column) => {
    byRight.set(
      String.fromCodePoint(b),
      left.distinct.map((row) => row[column] ?? 0),
    );
  });
  const right = classify(byRight);
  return {
    unitsPerEm: font.unitsPerEm,
    ascent: font.ascent,
    descent: font.descent,
    capHeight: font.capHeight,
    xHeight: font.xHeight,
    advances: MEASURED.map(([first, last]) => [
      first,
      Array.from({ length: last - first + 1 }, (_, offset) => advance.get(first + offset) ?? 0),
    ]),
    missing: font.getGlyph(0).advanceWidth,
    left: left.classes,
    right: right.classes,
    pairs: right.distinct,
  };
}

const all: Record<string, FaceMetrics> = {};
for (const face of FACES) all[face.id] = measure(face.id);
const target = new URL('../src/core/text/metrics.generated.json', import.meta.url);
writeFileSync(target, `${JSON.stringify(all)}\n`);
console.log(`wrote ${FACES.length} faces`);
