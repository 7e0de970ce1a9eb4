/** The fonts a picture uses, cut down to its letters and written as @font-face rules (Node only). */
import { convert } from 'fontverter';
import subsetFont from 'subset-font';
import type { TextNode } from '../core/scene/scene.ts';
import { type ScriptId, scriptFamily, scriptsOf } from '../core/text/scripts.ts';
import { type FaceId, faceOf, familyName, isStrong } from '../core/type/faces.ts';
import { OWN_FAMILY } from '../core/type/families.ts';
import { faceBytes, scriptBytes } from './fonts.ts';
import { isIn, standIn } from './shape.ts';

/** Subsets that were made, by font and letters: pictures of a report mostly have the same. */
const made = new Map<string, Promise<Buffer>>();
const MOST_MADE = 200;

/**
 * The features that a reader of SVG applies by itself (OpenType's registry, those
 * whose "UI suggestion" is to be on), for all scripts that letters ship for.
 * Others, such as small capitals, would bring glyphs along that are never drawn:
 * four times the bytes, and five times the work.
 */
const FEATURES = [
  ...['ccmp', 'locl', 'rvrn', 'rlig', 'calt', 'clig', 'liga', 'kern', 'mark', 'mkmk', 'curs'],
  // what pages of spark tables ask for: digits of one width
  'tnum',
  // of joined letters: Arabic
  ...['isol', 'init', 'medi', 'med2', 'fina', 'fin2', 'fin3', 'rclt', 'mset', 'stch'],
  // of syllables: Devanagari and its like
  ...['nukt', 'akhn', 'rphf', 'rkrf', 'pref', 'blwf', 'abvf', 'half', 'pstf', 'vatu', 'cjct'],
  ...['pres', 'abvs', 'blws', 'psts', 'haln', 'dist', 'abvm', 'blwm', 'cfar'],
  // of syllables: Korean
  ...['ljmo', 'vjmo', 'tjmo'],
];

/**
 * Letters and those that a reader may put in their place before it looks for
 * glyphs: the composed and the decomposed, such as the two parts of the Thai
 * sign "ำ". Syllables of Korean stay whole, for their fonts have them all.
 */
function withParts(letters: ReadonlySet<string>): Set<string> {
  const text = [...letters].join('');
  return new Set([...letters, ...text.normalize('NFC'), ...text.replace(/[\uac00-\ud7a3]/g, '').normalize('NFKD')]);
}

/** A font cut down to some letters; as WOFF2 it is a quarter smaller, and takes four times as long. */
export function subsetOf(
  key: string,
  bytes: () => Uint8Array,
  letters: ReadonlySet<string>,
  format: 'woff' | 'woff2' = 'woff',
): Promise<Buffer> {
  const text = [...withParts(letters)].sort().join('');
  const name = `${format} ${key} ${text}`;
  const known = made.get(name);
  if (known) return known;
  const subset = subsetFont(Buffer.from(bytes()), text, {
    targetFormat: format,
    keepFeatures: FEATURES,
    noHinting: true,
  });
  const [oldest] = made.keys();
  if (made.size >= MOST_MADE && oldest !== undefined) made.delete(oldest);
  made.set(name, subset);
  // What failed once is tried anew.
  subset.catch(() => made.delete(name));
  return subset;
}

/** A whole face for the page, packed. */
export async function wholeFont(id: FaceId): Promise<Buffer> {
  return convert(Buffer.from(faceBytes(id)), 'woff');
}

const ruleOf = (family: string, weight: string, style: string, bytes: Buffer) =>
  `@font-face{font-family:'${family}';font-weight:${weight};font-style:${style};src:url(data:font/woff;base64,${bytes.toString('base64')}) format('woff')}`;

async function mainRule(id: FaceId, letters: ReadonlySet<string>): Promise<string> {
  const { weight, italic, ...face } = faceOf(id);
  const bytes = await subsetOf(id, () => faceBytes(id), letters);
  return ruleOf(familyName(face), String(weight), italic ? 'italic' : 'normal', bytes);
}

async function scriptRule(key: string, letters: ReadonlySet<string>): Promise<string> {
  const [id = '', weight = ''] = key.split(' ') as [ScriptId, string];
  const { family, bold } = scriptFamily(id as ScriptId);
  const bytes = await subsetOf(key, () => scriptBytes(id as ScriptId, weight === '600'), letters);
  // One weight stands for both where there is one; it is not thickened by itself.
  return ruleOf(family, bold ? weight : '400 600', 'normal', bytes);
}

/** CSS rules that carry just the letters that some texts use, as WOFF data. */
export async function fontFacesOf(texts: Iterable<Pick<TextNode, 'face' | 'text'>>): Promise<string> {
  const [main, scripts] = [new Map<FaceId, Set<string>>(), new Map<string, Set<string>>()];
  const add = <Key>(to: Map<Key, Set<string>>, key: Key, text: string) => {
    const letters = to.get(key) ?? new Set<string>();
    to.set(key, letters);
    for (const letter of text) letters.add(letter);
  };
  for (const { face: wanted, text } of texts) {
    // Letters that a font does not let be carried are those of the first family in a reader that does not have it.
    const { id, family } = faceOf(wanted);
    const face = family.embed ? id : standIn(id);
    add(main, face, text);
    // The first family has letters that another one lacks.
    const lacking = [...text].filter((letter) => !isIn(letter, face)).join('');
    if (lacking !== '') add(main, standIn(face), lacking);
    for (const id of scriptsOf(text)) {
      const weight = scriptFamily(id).bold && isStrong(face) ? 600 : 400;
      add(scripts, `${id} ${weight}`, text);
    }
  }
  const rules = await Promise.all([
    ...[...main].map(([id, letters]) => mainRule(id, letters)),
    ...[...scripts].map(([key, letters]) => scriptRule(key, letters)),
  ]);
  // A weight or posture that a family lacks is not made up.
  const isOther = scripts.size > 0 || [...main.keys()].some((id) => OWN_FAMILY.test(faceOf(id).family.id));
  return rules.join('') + (isOther ? 'text{font-synthesis:none}' : '');
}
