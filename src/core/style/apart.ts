/**
 * Whether two colours are told apart: by all readers, by those without one of
 * the three kinds of cones, and in greyscale.
 *
 * What is seen without a kind of cones is simulated after G. M. Machado, M. M.
 * Oliveira and L. A. F. Fernandes, "A Physiologically-based Model for Simulation
 * of Color Vision Deficiency" (IEEE TVCG 15, 2009) at full severity, as culori
 * has it. Differences are CIEDE2000 (CIE 142:2001), for which G. Sharma, W. Wu
 * and E. N. Dalal published worked values (2005); in greyscale the difference
 * of CIE lightness L*, which that formula comes to for two greys of middle
 * lightness.
 */
import {
  type Color,
  converter,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  formatHex,
  modeLab,
  modeLab65,
  modeLch,
  modeRgb,
  parseHex,
  useMode as use,
} from 'culori/fn';
import { contrastOf, LEAST_CONTRAST } from './contrast.ts';
import type { HouseStyle } from './style.ts';

use(modeRgb);
use(modeLab);
use(modeLab65);
use(modeLch);

/** Who looks at a colour, or how it is printed. */
export const READERS = ['all', 'no red cones', 'no green cones', 'no blue cones', 'greyscale'] as const;
export type Reader = (typeof READERS)[number];

const toLab = converter('lab65');
const toRgb = converter('rgb');
const difference = differenceCiede2000();

const FILTERS: Readonly<Record<Exclude<Reader, 'all' | 'greyscale'>, (colour: Color) => Color>> = {
  'no red cones': (colour) => filterDeficiencyProt(1)(colour) as Color,
  'no green cones': (colour) => filterDeficiencyDeuter(1)(colour) as Color,
  'no blue cones': (colour) => filterDeficiencyTrit(1)(colour) as Color,
};

function colourAs(reader: Reader, colour: string): Color {
  const plain = toRgb(parseHex(colour) ?? { mode: 'rgb', r: 0, g: 0, b: 0 });
  if (reader === 'all') return plain;
  if (reader === 'greyscale') return { mode: 'lab65', l: toLab(plain).l, a: 0, b: 0 };
  return FILTERS[reader](plain);
}

/** A colour (#rrggbb) as a reader sees it, as another one. */
export const seenAs = (reader: Reader, colour: string): string => formatHex(colourAs(reader, colour)) ?? colour;

/**
 * How a picture is turned into what a reader sees, as the 20 values of an SVG
 * colour matrix (by rows, red first) and the space that it works in.
 */
export function matrixFor(reader: Exclude<Reader, 'all'>): { values: string; space: 'sRGB' | 'linearRGB' } {
  // The luminance of linear light (WCAG 2.2, "relative luminance") in all three channels.
  if (reader === 'greyscale')
    return {
      values: `${'0.2126 0.7152 0.0722 0 0 '.repeat(3)}0 0 0 1 0`,
      space: 'linearRGB',
    };
  const [red, green, blue] = (['r', 'g', 'b'] as const).map((channel) =>
    toRgb(FILTERS[reader]({ mode: 'rgb', r: 0, g: 0, b: 0, [channel]: 1 })),
  );
  const row = (channel: 'r' | 'g' | 'b') =>
    [red, green, blue].map((from) => (from?.[channel] ?? 0).toFixed(6)).join(' ');
  return { values: `${row('r')} 0 0 ${row('g')} 0 0 ${row('b')} 0 0 0 0 0 1 0`, space: 'sRGB' };
}

const known = new Map<string, number>();
/** Pairs that are kept, far more than a house has. */
const MOST_KNOWN = 20_000;

/** How far two colours (#rrggbb) are apart for a reader: 0 for the same, about 1 for just noticeable, 100 for black and white. */
export function apartFor(reader: Reader, a: string, b: string): number {
  const key = a < b ? `${reader} ${a} ${b}` : `${reader} ${b} ${a}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  const [one, other] = [colourAs(reader, a), colourAs(reader, b)];
  const made = reader === 'greyscale' ? Math.abs(toLab(one).l - toLab(other).l) : difference(one, other);
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(key, made);
  return made;
}

/** Thin lines in colours nearer than this are taken for each other. */
export const LEAST_APART = 8;

/** The readers for whom the dashes of a house part lines. */
export function readersOf({ apart }: Pick<HouseStyle, 'apart'>): Reader[] {
  const cones = READERS.filter((reader) => reader !== 'greyscale');
  return [...(apart.cones ? cones : []), ...(apart.greyscale ? (['greyscale'] as const) : [])];
}

/** The reader for whom two colours are the nearest, with how near. */
export function nearestFor(readers: readonly Reader[], a: string, b: string): { reader: Reader; apart: number } | null {
  return readers.reduce<{ reader: Reader; apart: number } | null>((least, reader) => {
    const apart = apartFor(reader, a, b);
    return least === null || apart < least.apart ? { reader, apart } : least;
  }, null);
}

/** Two colours of a palette that are the nearest to each other for a reader; null for a palette of one. */
export function closestPair(
  palette: HouseStyle['palette'],
  reader: Reader,
): { pair: [string, string]; apart: number } | null {
  let least: { pair: [string, string]; apart: number } | null = null;
  palette.forEach((one, index) => {
    for (const other of palette.slice(0, index)) {
      const apart = apartFor(reader, one.colour, other.colour);
      if (least === null || apart < least.apart) least = { pair: [other.name, one.name], apart };
    }
  });
  return least;
}

/** What of a palette can hardly be seen on its ground (WCAG 2.2, success criterion 1.4.11), with its contrast. */
export const faintOn = (palette: HouseStyle['palette'], ground: string): { name: string; contrast: number }[] =>
  palette.flatMap(({ name, colour }) => {
    const contrast = contrastOf(colour, ground);
    return contrast < LEAST_CONTRAST ? [{ name, contrast }] : [];
  });

/** Lightness at which a colour has enough contrast with a white ground, and is still a colour. */
const DARKEST = 22;
const LIGHTEST = 58;
/** From hue to hue; no whole part of a turn, so that no hue comes twice. */
const GOLDEN_TURN = 137.508;
/** So many hues and lightnesses are tried. */
const HUES = 12;
const LIGHTS = 7;
/** Colours of one palette are this far apart where that can be. */
const CLEARLY_APART = LEAST_APART * 1.5;

/**
 * One more colour for a palette, seen on its ground: of hues a golden turn and
 * more from the first, at lightnesses in between, the first one that all
 * readers tell from those that are there; where none is, the one that is told
 * apart best. Colours are tried in CIE LCh.
 */
export function nextColour(palette: readonly string[], ground: string): string {
  const first = converter('lch')(parseHex(palette[0] ?? '#000000') ?? { mode: 'rgb', r: 0, g: 0, b: 0 });
  const chroma = Math.max(24, Math.min(60, first.c));
  const readers = READERS.filter((reader) => reader !== 'greyscale');
  let best: { colour: string; worth: number } = { colour: palette[0] ?? '#000000', worth: -1 };
  for (let shift = 0; shift < HUES; shift++)
    for (let step = 0; step < LIGHTS; step++) {
      const l = DARKEST + ((palette.length * 3 + step) % LIGHTS) * ((LIGHTEST - DARKEST) / (LIGHTS - 1));
      const h = ((first.h ?? 0) + palette.length * GOLDEN_TURN + (shift * 360) / HUES) % 360;
      const colour = formatHex({ mode: 'lch', l, c: chroma, h });
      if (contrastOf(colour, ground) < LEAST_CONTRAST) continue;
      const worth = Math.min(...palette.map((other) => nearestFor(readers, colour, other)?.apart ?? 0));
      if (worth >= CLEARLY_APART) return colour;
      if (worth > best.worth) best = { colour, worth };
    }
  return best.colour;
}

/** A palette of so many colours that begins with one. */
export function paletteFrom(first: string, count: number, ground: string): string[] {
  const made = [first.toLowerCase()];
  while (made.length < count) made.push(nextColour(made, ground));
  return made;
}
