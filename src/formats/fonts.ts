/** Font files: those that ship and those of one's own, opened for shaping, outlining and embedding (Node only). */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Blob, Feature, Font, Buffer as ShapingBuffer, Face as ShapingFace, shape } from 'harfbuzzjs';
import { type ScriptId, scriptFamily } from '../core/text/scripts.ts';
import { type Face, type FaceId, faceOf, familyName } from '../core/type/faces.ts';
import {
  addFamily,
  type Cut,
  type Digits,
  type Family,
  FIRST_FAMILY,
  SHIPPED,
  type ShippedId,
} from '../core/type/families.ts';
import { cmapTable, markCut, nameTable, readFont, writeFont } from './sfnt.ts';

const resolve = createRequire(import.meta.url).resolve;

/** Path of a file in an installed package, given as "package/folder/file". */
export function packageFile(file: string): string {
  const parts = file.split('/');
  const pack = parts.splice(0, file.startsWith('@') ? 2 : 1).join('/');
  return join(dirname(resolve(`${pack}/package.json`)), ...parts);
}

/** Names of the weights in files of packages. */
const ADOBE = { 400: ['Regular', 'It'], 600: ['Semibold', 'SemiboldIt'], 900: ['Black', 'BlackIt'] } as const;
const EXPO = { 400: '400Regular', 600: '600SemiBold', 700: '700Bold' } as const;

const adobe = (start: string) => (weight: number, italic: boolean) =>
  `${start}-${ADOBE[weight as keyof typeof ADOBE][italic ? 1 : 0]}.ttf`;
const expo = (pack: string, start: string) => (weight: number, italic: boolean) => {
  const cut = `${EXPO[weight as keyof typeof EXPO]}${italic ? '_Italic' : ''}`;
  return `@expo-google-fonts/${pack}/${cut}/${start}_${cut}.ttf`;
};

/** Where the files of what ships lie in their packages. */
const FILES: Record<ShippedId, (weight: number, italic: boolean) => string> = {
  sans: adobe('source-sans/TTF/SourceSans3'),
  serif: adobe('source-serif/TTF/SourceSerif4'),
  inter: expo('inter', 'Inter'),
  plex: expo('ibm-plex-sans', 'IBMPlexSans'),
  franklin: expo('libre-franklin', 'LibreFranklin'),
  'roboto-condensed': expo('roboto-condensed', 'RobotoCondensed'),
  atkinson: expo('atkinson-hyperlegible-next', 'AtkinsonHyperlegibleNext'),
  garamond: expo('eb-garamond', 'EBGaramond'),
};

/** Files of families of one's own, by family and cut. */
const own = new Map<string, ReadonlyMap<string, Uint8Array>>();
export const cutKey = ({ weight, italic }: Cut): string => `${weight}${italic ? ' italic' : ''}`;

/** Makes a family of one's own known with its files, by `cutKey`. */
export function addOwn(family: Family, files: ReadonlyMap<string, Uint8Array>): void {
  addFamily(family);
  own.set(family.id, files);
}

/** The bytes of a face's file as it came. */
function plainBytes({ family, weight, italic }: Face): Uint8Array {
  const shipped = SHIPPED.find(({ id }) => id === family.id);
  if (shipped) return readFileSync(packageFile(FILES[shipped.id](weight, italic)));
  const bytes = own.get(family.id)?.get(cutKey({ weight, italic }));
  if (!bytes) throw new Error(`The family "${family.id}" has no file of weight ${weight}.`);
  return bytes;
}

const FEATURE: Record<Digits, string> = { tabular: 'tnum', proportional: 'pnum' };

/** The glyphs that stand for digits where a feature of the font is on. */
function digitGlyphs(font: Font, digits: Digits): number[] {
  const buffer = new ShapingBuffer();
  buffer.addText('0123456789');
  buffer.guessSegmentProperties();
  shape(font, buffer, [new Feature(FEATURE[digits], 1)]);
  return buffer.getGlyphInfosAndPositions().map(({ codepoint }) => codepoint);
}

/**
 * A font whose digits are the others it has, under a name of its own: what reads
 * an SVG or a page turns no feature on by itself, so that the digits stand in
 * the font.
 */
function withDigits(bytes: Uint8Array, face: Face, digits: Digits): Uint8Array {
  const shaping = new ShapingFace(new Blob(bytes));
  const font = new Font(shaping);
  const glyphs = new Map<number, number>();
  for (const code of shaping.collectUnicodes()) glyphs.set(code, font.nominalGlyph(code) ?? 0);
  digitGlyphs(font, digits).forEach((glyph, digit) => {
    glyphs.set(0x30 + digit, glyph);
  });
  const { kind, tables } = readFont(bytes);
  tables.set('cmap', cmapTable(glyphs));
  tables.set('name', nameTable(familyName(face), styleOf(face), listedAs(face)));
  return writeFont(kind, tables);
}

const styleOf = ({ weight, italic }: Cut) => `${weight}${italic ? ' Italic' : ''}`;
const listedAs = (face: Face) => `${familyName(face)}-${styleOf(face)}`;

/**
 * The name under which a face is found where pages are set. Words for weights
 * and widths are taken off the ends of names there, so that it has none; the
 * first family has no such words in its own.
 */
export const pageName = (face: Face): string =>
  face.family.id === FIRST_FAMILY.id && face.digits === null
    ? face.family.name
    : `R${face.family.id.replaceAll('-', '')}0${face.digits ?? 'own'}0`;

/** The bytes of a face under its name where pages are set, with the weight and posture it is asked for by. */
export function pageBytes(id: FaceId): Uint8Array {
  const face = faceOf(id);
  const bytes = faceBytes(id);
  if (pageName(face) === face.family.name) return bytes;
  const { kind, tables } = readFont(bytes);
  tables.set('name', nameTable(pageName(face), styleOf(face), listedAs(face)));
  markCut(tables, face);
  return writeFont(kind, tables);
}

const bytesOf = new Map<FaceId, Uint8Array>();

/** The bytes of a face's file, with the digits that were chosen. */
export function faceBytes(asked: FaceId): Uint8Array {
  const face = faceOf(asked);
  const known = bytesOf.get(face.id);
  if (known) return known;
  const plain = plainBytes(face);
  const bytes = face.digits === null ? plain : withDigits(plain, face, face.digits);
  bytesOf.set(face.id, bytes);
  return bytes;
}

/** The bytes of the TrueType file for letters of a script, semibold where there is one and it is asked for. */
export function scriptBytes(id: ScriptId, isBold: boolean): Buffer {
  const { file, boldFile } = scriptFamily(id);
  return readFileSync(packageFile(isBold && boldFile ? boldFile : file));
}
