import type { FaceId } from './faces.ts';
import generated from './metrics.generated.json' with { type: 'json' };

/** What is kept of a font file, in font units. */
export interface FaceMetrics {
  unitsPerEm: number;
  ascent: number;
  descent: number;
  capHeight: number;
  xHeight: number;
  /** [first code point, advances of it and the following ones; 0 where the font has no glyph] */
  advances: [number, number[]][];
  /** advance of the glyph that stands for a missing one */
  missing: number;
  /** class of a character as the left and as the right member of a pair, and the adjustments by class */
  left: Record<string, number>;
  right: Record<string, number>;
  pairs: number[][];
}

interface Measurer {
  metrics: FaceMetrics;
  advance: Map<number, number>;
}

const measurers = new Map<string, Measurer>();

function measurerOf(face: FaceId): Measurer {
  const known = measurers.get(face);
  if (known) return known;
  const metrics = (generated as unknown as Record<string, FaceMetrics>)[face];
  if (!metrics) throw new Error(`There are no metrics for the font face "${face}".`);
  const advance = new Map<number, number>();
  for (const [first, widths] of metrics.advances)
    widths.forEach((width, offset) => {
      if (width > 0) advance.set(first + offset, width);
    });
  const measurer = { metrics, advance };
  measurers.set(face, measurer);
  return measurer;
}

/**
 * Width of one line of text, in the unit of `size` (points in a scene), from
 * the font's own advance widths and pair adjustments. A character the font
 * lacks counts as the font's "missing" glyph.
 */
export function textWidth(text: string, face: FaceId, size: number): number {
  const { metrics, advance } = measurerOf(face);
  let units = 0;
  let before: number | undefined;
  for (const character of text) {
    units += advance.get(character.codePointAt(0) ?? 0) ?? metrics.missing;
    if (before !== undefined) {
      const after = metrics.right[character];
      if (after !== undefined) units += metrics.pairs[after]?.[before] ?? 0;
    }
    before = metrics.left[character];
  }
  return (units * size) / metrics.unitsPerEm;
}

/** Height of capitals and figures above the baseline, in the unit of `size`. */
export function capHeight(face: FaceId, size: number): number {
  const { metrics } = measurerOf(face);
  return (metrics.capHeight * size) / metrics.unitsPerEm;
}
