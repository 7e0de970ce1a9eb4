/**
 * Writes src/core/text/metrics.generated.json and metrics-more.generated.json
 * from the shipped font files: advance widths of the characters of European
 * text, and the pair adjustments (kerning and ligatures) among those of Latin,
 * of Greek and of Cyrillic script. Latin, which most reports need alone, has a
 * file of its own. Run it with `npm run fonts` when a font package changes; a
 * test compares the files with the fonts.
 */
import { writeFileSync } from 'node:fs';
import type { FaceMetrics, GlyphTable } from '../src/core/text/measure.ts';
import { type FaceId, facesOf } from '../src/core/type/faces.ts';
import { FIRST_FAMILY } from '../src/core/type/families.ts';
import { openFace } from './open-face.ts';

/** The faces of the first family, which are measured here. */
const FACES = facesOf(FIRST_FAMILY.id);

type Ranges = readonly (readonly [number, number])[];
interface Part {
  /** characters whose widths are kept */
  measured: Ranges;
  /** those whose pairs are kept, and what else may stand beside them */
  kerned: Ranges;
  beside: Ranges;
}

/** Space, signs and figures that stand beside letters of any script. */
const BESIDE = [
  [0x20, 0x40],
  [0xab, 0xab],
  [0xbb, 0xbb],
  [0x2010, 0x2026],
] as const;
const LATIN: Part = {
  measured: [
    [0x20, 0x7e],
    [0xa0, 0x24f],
    [0x2b0, 0x2ff],
    [0x1e00, 0x1eff],
    [0x2000, 0x218f],
    [0x2190, 0x22ff],
    [0x25a0, 0x25ff],
  ],
  kerned: [
    [0x20, 0x7e],
    [0xa0, 0x17f],
    [0x2010, 0x2026],
    [0x20ac, 0x20ac],
    [0x2212, 0x2212],
  ],
  beside: [],
};
const MORE: Record<'greek' | 'cyrillic', Part> = {
  greek: {
    measured: [
      [0x370, 0x3ff],
      [0x1f00, 0x1fff],
    ],
    kerned: [[0x386, 0x3ce]],
    beside: BESIDE,
  },
  cyrillic: {
    measured: [[0x400, 0x52f]],
    kerned: [
      [0x400, 0x45f],
      [0x490, 0x491],
    ],
    beside: BESIDE,
  },
};

const charactersOf = (ranges: Ranges, has: (code: number) => boolean) => {
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

function tableOf(id: FaceId, { measured, kerned, beside }: Part): GlyphTable {
  const font = openFace(id);
  const has = (code: number) => font.hasGlyphForCodePoint(code);
  const advanceOf = (code: number) => font.glyphForCodePoint(code).advanceWidth;
  const own = new Set(charactersOf(kerned, has));
  const all = [...own, ...charactersOf(beside, has).filter((code) => !own.has(code))];
  const byLeft = new Map<string, number[]>();
  for (const a of all) {
    const row = all.map((b) => {
      // Pairs of signs alone are those of the Latin table.
      if (!own.has(a) && !own.has(b)) return 0;
      const run = font.layout(String.fromCodePoint(a, b));
      return Math.round(run.advanceWidth - advanceOf(a) - advanceOf(b));
    });
    byLeft.set(String.fromCodePoint(a), row);
  }
  const left = classify(byLeft);
  const byRight = new Map<string, number[]>();
  all.forEach((b, column) => {
    byRight.set(
      String.fromCodePoint(b),
      left.distinct.map((row) => row[column] ?? 0),
    );
  });
  const right = classify(byRight);
  return {
    advances: measured.map(([first, last]) => [
      first,
      Array.from({ length: last - first + 1 }, (_, offset) => (has(first + offset) ? advanceOf(first + offset) : 0)),
    ]),
    left: left.classes,
    right: right.classes,
    pairs: right.distinct,
  };
}

function measure(id: FaceId): FaceMetrics {
  const { unitsPerEm, ascent, descent, capHeight, xHeight } = openFace(id);
  const missing = openFace(id).getGlyph(0).advanceWidth;
  return { unitsPerEm, ascent, descent, capHeight, xHeight, missing, ...tableOf(id, LATIN) };
}

const write = (name: string, all: object) =>
  writeFileSync(new URL(`../src/core/text/${name}.generated.json`, import.meta.url), `${JSON.stringify(all)}\n`);
const byFace = <T>(of: (id: FaceId) => T) => Object.fromEntries(FACES.map((id) => [id, of(id)]));
write('metrics', byFace(measure));
write(
  'metrics-more',
  byFace((id) => Object.values(MORE).map((part) => tableOf(id, part))),
);
console.log(`wrote ${FACES.length} faces`);
