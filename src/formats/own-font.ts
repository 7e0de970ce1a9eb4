/** Reading typefaces of one's own: checked, cut to one weight and posture each, measured, and put together as a family (Node only). */
import { createHash } from 'node:crypto';
import { create, type Font } from 'fontkit';
import { convert } from 'fontverter';
import subsetFont from 'subset-font';
import { Refusal } from '../core/refusal.ts';
import { SCRIPT_FAMILIES } from '../core/text/scripts.ts';
import { type Cut, type Digits, type Family, GRADES, type Grade, SHIPPED } from '../core/type/families.ts';
import { cutKey } from './fonts.ts';
import { markCut, nameTable, readFont, writeFont } from './sfnt.ts';

/** A file as it was given. */
export interface FontFile {
  name: string;
  bytes: Uint8Array;
}

/** A family of one's own with its files, by `cutKey`. */
export interface OwnFamily {
  family: Family;
  files: Map<string, Uint8Array>;
}

/** Larger files are refused before they are read. */
export const MOST_BYTES = 12 * 1024 * 1024;
/** What is kept of a font's features: those that are applied without being asked for, and its kinds of digits. */
const KEPT = [
  ...['ccmp', 'locl', 'rvrn', 'rlig', 'calt', 'clig', 'liga', 'kern', 'mark', 'mkmk'],
  ...['tnum', 'pnum', 'lnum', 'onum'],
];

/** Where a font is set on its axes; empty for one that has none. */
type Place = Record<string, number>;

/** One weight and posture that a file has. */
interface Offered extends Cut {
  file: FontFile;
  sfnt: Buffer;
  font: Font;
  place: Place;
}

const FORMS: readonly (readonly [string, readonly number[]])[] = [
  ['TrueType', [0x00, 0x01, 0x00, 0x00]],
  ['TrueType', [0x74, 0x72, 0x75, 0x65]],
  ['OpenType', [0x4f, 0x54, 0x54, 0x4f]],
  ['WOFF2', [0x77, 0x4f, 0x46, 0x32]],
  ['WOFF', [0x77, 0x4f, 0x46, 0x46]],
];

async function opened({ name, bytes }: FontFile): Promise<{ font: Font; sfnt: Buffer }> {
  if (bytes.byteLength > MOST_BYTES) throw new Refusal(`“${name}” is larger than ${MOST_BYTES / 2 ** 20} MB.`);
  if (Buffer.from(bytes.subarray(0, 4)).toString('latin1') === 'ttcf')
    throw new Refusal(`“${name}” holds several fonts; split it, and choose the files of one family.`);
  if (!FORMS.some(([, start]) => start.every((byte, at) => bytes[at] === byte)))
    throw new Refusal(`“${name}” is not a font; choose a TTF, OTF, WOFF or WOFF2 file.`);
  return ofFile({ name, bytes }, async () => {
    const sfnt = await convert(Buffer.from(bytes), 'truetype');
    const font = create(sfnt);
    if (!('layout' in font)) throw new Refusal(`“${name}” holds several fonts; split it.`);
    return { font, sfnt };
  });
}

/** Does something with a file; what goes wrong in it is that the file is broken. */
async function ofFile<T>(file: FontFile, work: () => T | Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal(`“${file.name}” cannot be read as a font: it is incomplete or damaged.`);
  }
}

/** Whether the rights in a font let its letters be carried in documents (OpenType, OS/2 `fsType`). Throws where they let nothing be. */
function mayEmbed({ name }: FontFile, font: Font): boolean {
  const { noEmbedding, viewOnly, editable, noSubsetting, bitmapOnly } = font['OS/2'].fsType;
  if ((noEmbedding && !viewOnly && !editable) || bitmapOnly)
    throw new Refusal(
      `“${name}” states that it may not be embedded in documents; ask its maker for a licence that allows it.`,
    );
  return !(viewOnly && !editable) && !noSubsetting;
}

/** What a font has beside what its types say. */
const more = (font: Font) =>
  font as unknown as {
    name?: { records?: Record<string, Record<string, string> | undefined> };
    fvar?: { axis: { axisTag: string; defaultValue: number }[]; instance: { coord: number[] }[] };
  };

const NAME = /[^\p{L}\p{M}\p{N} .&+()-]/gu;

/** The name of a font's family, without anything that could be more than a name. */
function nameOf(font: Font, file: FontFile): string {
  const { records } = more(font).name ?? {};
  const said = records?.['preferredFamily']?.['en'] ?? font.familyName ?? '';
  const clean = (text: string) => text.replace(NAME, ' ').replace(/\s+/g, ' ').trim().slice(0, 60).trim();
  return clean(said) || clean(file.name.replace(/\.[^.]*$/, '')) || 'Unnamed';
}

const weightOf = (weight: number) => {
  // Some old fonts count weights from 1 to 9.
  const said = weight > 0 && weight < 10 ? weight * 100 : weight;
  return said >= 1 && said <= 1000 ? Math.round(said) : 400;
};
const isItalic = (font: Font) => font.italicAngle !== 0 || font['OS/2'].fsSelection?.italic === true;

/** The weights and postures of a file: its own, or the instances that a variable font has names for. */
function cutsIn(file: FontFile, font: Font, sfnt: Buffer): Offered[] {
  const shared = { file, sfnt, font };
  const { axis = [], instance = [] } = more(font).fvar ?? {};
  if (axis.length === 0)
    return [{ ...shared, weight: weightOf(font['OS/2'].usWeightClass), italic: isItalic(font), place: {} }];
  const start: Place = Object.fromEntries(axis.map(({ axisTag, defaultValue }) => [axisTag.trim(), defaultValue]));
  const named = instance.map(
    ({ coord }): Place => ({
      ...start,
      ...Object.fromEntries(axis.map(({ axisTag }, at) => [axisTag.trim(), coord[at] ?? 0])),
    }),
  );
  // Those that are wider or narrower are of another family.
  const plain = named.filter((place) => place['wdth'] === start['wdth'] && place['opsz'] === start['opsz']);
  return (plain.length > 0 ? plain : [start]).map((place) => ({
    ...shared,
    weight: weightOf(place['wght'] ?? font['OS/2'].usWeightClass),
    italic: isItalic(font) || (place['ital'] ?? 0) > 0 || (place['slnt'] ?? 0) !== 0,
    place,
  }));
}

/** The cuts that grades are set in: the nearest there are, what is strong never lighter than what is plain. */
function chosen<Own extends Cut>(offered: readonly Own[]): Record<Grade, { upright: Own; italic: Own }> {
  const nearest = (among: readonly Own[], wanted: number): Own => {
    const sorted = [...among].sort(
      (a, b) => Math.abs(a.weight - wanted) - Math.abs(b.weight - wanted) || b.weight - a.weight,
    );
    return sorted[0] as Own;
  };
  const upright = offered.filter(({ italic }) => !italic);
  const italic = offered.filter((one) => one.italic);
  const [straight, slanted] = [upright.length > 0 ? upright : offered, italic.length > 0 ? italic : offered];
  const plain = nearest(straight, 400);
  const strong = nearest(
    straight.filter(({ weight }) => weight >= plain.weight),
    600,
  );
  const heavy = nearest(
    straight.filter(({ weight }) => weight >= strong.weight),
    900,
  );
  const both = (of: Own) => ({ upright: of, italic: nearest(slanted, of.weight) });
  return { 400: both(plain), 600: both(strong), 900: both(heavy) };
}

/** The digits a font has by itself, and whether it has the other kind, too. */
function digitsOf(font: Font): Family['digits'] {
  const widths = (features: string[]) => [...'0123456789'].map((digit) => font.layout(digit, features).advanceWidth);
  const areAlike = (all: number[]) => new Set(all).size === 1;
  const own: Digits = areAlike(widths([])) ? 'tabular' : 'proportional';
  const other = own === 'tabular' ? 'pnum' : 'tnum';
  return { own, both: font.availableFeatures.includes(other) && areAlike(widths([other])) !== (own === 'tabular') };
}

/** A file of one weight and posture, written anew: nothing of it is taken over but outlines, metrics and the features that are known here. */
async function written({ sfnt, font, place, ...cut }: Offered, name: string): Promise<Uint8Array> {
  const text = font.characterSet
    .filter((code) => code > 0 && (code < 0xd800 || code > 0xdfff) && code < 0x110000 && code !== 0xffff)
    .map((code) => String.fromCodePoint(code))
    .join('');
  const cutDown = await subsetFont(sfnt, text, {
    targetFormat: 'truetype',
    keepFeatures: KEPT,
    noHinting: true,
    ...(Object.keys(place).length > 0 && { variationAxes: place }),
  });
  const { kind, tables } = readFont(cutDown);
  const style = cutKey(cut);
  tables.set('name', nameTable(name, style, `${name}-${style}`));
  markCut(tables, cut);
  return writeFont(kind, tables);
}

/**
 * Reads the files of one family. Throws a Refusal that says which file is no
 * font, is broken, may not be embedded or is of another family than the first.
 */
export async function readFamily(given: readonly FontFile[]): Promise<OwnFamily> {
  const [first] = given;
  if (!first) throw new Refusal('Choose the files of a family.');
  const offered: Offered[] = [];
  let name: string | null = null;
  let embed = true;
  for (const file of given) {
    const { font, sfnt } = await opened(file);
    const own = await ofFile(file, () => {
      embed = mayEmbed(file, font) && embed;
      const lacking = [...'0123456789aZ'].find((letter) => !font.hasGlyphForCodePoint(letter.charCodeAt(0)));
      if (lacking !== undefined)
        throw new Refusal(`“${file.name}” has no letter for “${lacking}”; a figure needs digits and plain letters.`);
      offered.push(...cutsIn(file, font, sfnt));
      return nameOf(font, file);
    });
    name ??= own;
    if (own !== name)
      throw new Refusal(
        `“${file.name}” is of the family ${own}, and “${first.name}” of ${name}; choose one family at a time.`,
      );
  }
  if (name === null) throw new Refusal('Choose the files of a family.');
  const family = name;
  if (
    [...SHIPPED.map((one) => one.name), ...SCRIPT_FAMILIES.map((one) => one.family)].some(
      (one) => one.toLowerCase() === family.toLowerCase(),
    )
  )
    throw new Refusal(`${family} comes with Rizo already.`);
  const cuts = chosen(offered);
  const files = new Map<string, Uint8Array>();
  for (const cut of GRADES.flatMap((grade) => [cuts[grade].upright, cuts[grade].italic])) {
    const key = cutKey(cut);
    if (files.has(key)) continue;
    files.set(key, await ofFile(cut.file, () => written(cut, family)));
  }
  const { font, file } = cuts[400].upright;
  const hash = createHash('sha256').update(family);
  for (const key of [...files.keys()].sort()) hash.update(files.get(key) ?? '');
  const plainCut = ({ weight, italic }: Cut): Cut => ({ weight, italic });
  const both = (grade: Grade) => ({ upright: plainCut(cuts[grade].upright), italic: plainCut(cuts[grade].italic) });
  const measured = await ofFile(file, () => {
    const capital = font.capHeight > 0 ? font.capHeight : font.layout('H').bbox.maxY;
    const share = Math.round((capital / font.unitsPerEm) * 1e4) / 1e4;
    if (!(share > 0.1 && share < 2)) throw new RangeError(`capitals as high as ${share}`);
    return { capHeight: share, digits: digitsOf(font) };
  });
  return {
    family: {
      id: `own-${hash.digest('hex').slice(0, 16)}`,
      name: family,
      cuts: { 400: both(400), 600: both(600), 900: both(900) },
      ...measured,
      generic: 'sans-serif',
      embed,
    },
    files,
  };
}
