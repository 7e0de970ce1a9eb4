/** The typefaces that ship for scripts which the main one does not have, and which letters each is for. */
import { type Face, familyName } from '../type/faces.ts';
import { FIRST_FAMILY } from '../type/families.ts';

/** A family for letters of a script; `bold` says that it has a semibold, too. */
interface ScriptFamily {
  id: string;
  family: string;
  /** what it is for */
  letters: RegExp;
  bold: boolean;
  /** where its files lie in their package */
  file: string;
  boldFile?: string;
}

const NOTO = '@expo-google-fonts/noto-';

/** In the order in which they are asked: the first that is for a letter sets it. */
export const SCRIPT_FAMILIES = [
  {
    id: 'hebrew',
    family: 'Noto Sans Hebrew',
    letters: /[\u0590-\u05ff\ufb1d-\ufb4f]/u,
    bold: true,
    file: `${NOTO}sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf`,
    boldFile: `${NOTO}sans-hebrew/600SemiBold/NotoSansHebrew_600SemiBold.ttf`,
  },
  {
    id: 'arabic',
    family: 'Noto Sans Arabic',
    letters: /[\u0600-\u06ff\u0750-\u077f\u08a0-\u08ff\ufb50-\ufdff\ufe70-\ufefc]/u,
    bold: true,
    file: `${NOTO}sans-arabic/400Regular/NotoSansArabic_400Regular.ttf`,
    boldFile: `${NOTO}sans-arabic/600SemiBold/NotoSansArabic_600SemiBold.ttf`,
  },
  {
    id: 'devanagari',
    family: 'Noto Sans Devanagari',
    letters: /[\u0900-\u097f\ua8e0-\ua8ff\u1cd0-\u1cff]/u,
    bold: true,
    file: `${NOTO}sans-devanagari/400Regular/NotoSansDevanagari_400Regular.ttf`,
    boldFile: `${NOTO}sans-devanagari/600SemiBold/NotoSansDevanagari_600SemiBold.ttf`,
  },
  {
    id: 'thai',
    family: 'Noto Sans Thai',
    letters: /[\u0e00-\u0e7f]/u,
    bold: true,
    file: `${NOTO}sans-thai/400Regular/NotoSansThai_400Regular.ttf`,
    boldFile: `${NOTO}sans-thai/600SemiBold/NotoSansThai_600SemiBold.ttf`,
  },
  {
    id: 'kr',
    family: 'Noto Sans KR',
    letters: /[\u1100-\u11ff\u3130-\u318f\ua960-\ua97f\uac00-\ud7ff]/u,
    bold: false,
    file: `${NOTO}sans-kr/400Regular/NotoSansKR_400Regular.ttf`,
  },
  {
    id: 'jp',
    family: 'Noto Sans JP',
    letters: /[\u3040-\u30ff\u31f0-\u31ff\uff66-\uff9f]/u,
    bold: false,
    file: `${NOTO}sans-jp/400Regular/NotoSansJP_400Regular.ttf`,
  },
  {
    id: 'sc',
    family: 'Noto Sans SC',
    letters:
      /[\u2e80-\u303f\u3100-\u312f\u3190-\u31ef\u3200-\u9fff\uf900-\ufaff\ufe30-\ufe4f\uff00-\uff65\uffe0-\uffee\u{20000}-\u{3ffff}]/u,
    bold: false,
    file: `${NOTO}sans-sc/400Regular/NotoSansSC_400Regular.ttf`,
  },
  {
    id: 'emoji',
    family: 'Noto Emoji',
    letters: /\p{Extended_Pictographic}|\p{Regional_Indicator}|\u20e3|\p{Emoji_Modifier}/u,
    bold: false,
    file: `${NOTO}emoji/400Regular/NotoEmoji_400Regular.ttf`,
  },
] as const satisfies readonly ScriptFamily[];

export type ScriptId = (typeof SCRIPT_FAMILIES)[number]['id'];

const byId = new Map<ScriptId, (typeof SCRIPT_FAMILIES)[number]>(SCRIPT_FAMILIES.map((one) => [one.id, one]));

/** A family by its id. */
export function scriptFamily(id: ScriptId): ScriptFamily & { id: ScriptId } {
  const found = byId.get(id);
  if (!found) throw new Error(`There is no family for "${id}".`);
  return found;
}

/** The families that set the letters of a text which the main face does not have, in the order in which they are asked. */
export function scriptsOf(text: string): ScriptId[] {
  const found = SCRIPT_FAMILIES.filter(({ letters }) => letters.test(text)).map(({ id }) => id);
  // Beside kana or Hangul, ideographs are set like these, and by the last family where these have none.
  return found.includes('sc') ? [...found.filter((id) => id !== 'sc'), 'sc'] : found;
}

/**
 * The families of a text as CSS names them: its own, those for letters that it
 * does not have, and what a viewer has. Names of families never hold quotes.
 */
export function cssFamilies(face: Pick<Face, 'family' | 'digits'>, text: string): string {
  const names = [familyName(face)];
  if (face.digits !== null) names.push(face.family.name);
  if (isBeyondLatin(text)) names.push(...scriptsOf(text).map((id) => scriptFamily(id).family));
  if (face.family.id !== FIRST_FAMILY.id) names.push(FIRST_FAMILY.name);
  return [...names.map((name) => `'${name}'`), face.family.generic].join(', ');
}

/** Whether a text has letters that run from right to left. */
export const hasRightToLeft = (text: string): boolean =>
  /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc\u{10800}-\u{10fff}\u{1e800}-\u{1efff}]/u.test(text);

/** Whether a text may need more than the Latin tables. */
export const isBeyondLatin = (text: string): boolean =>
  /[\u0370-\u1dff\u1f00-\u1fff\u2c00-\uffff\u{10000}-\u{3ffff}]/u.test(text);
