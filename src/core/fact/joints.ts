/** What words of a message do to what stands behind them, or it to them: elision in French, the dative in German, the article of Spanish percentages. */
import type { Language } from '../text/language.ts';

interface Piece<Name> {
  text: string;
  /** the place of the message that it fills; null for the words of the message */
  place: Name | null;
}

const VOWEL = /^[aeiouàâäéèêëîïôöùûüœæ]/iu;
const ELIDED = /(^|[\s(’])(d|qu)e $/u;
/** What stands before an amount and asks for the dative. */
const DATIVE = /(?:^|\s)(?:bei|von|mit)(?:\s(?:insgesamt|höchstens))?\s$/u;
/** Units whose dative differs. */
const COUNTED = /\s(?:Tage|Monate|Jahre|Prozentpunkte)$/u;

/** What stands before a percentage and takes its article, and the two together. */
const BEFORE_PERCENT = /(^|\s)(en|hasta|con|de|a) $/u;
const PERCENT = /^[+\u2212-]?\d[\d.,]*[\u00a0\u202f ]?%$/u;
const WITH_ARTICLE: Readonly<Record<string, string>> = { de: 'del', a: 'al' };

/** Whether words of a language change by what stands beside them; all others are put together as they are. */
export const hasJoints = (language: Language) => Object.hasOwn(JOINTS, language);

/** What becomes of a piece between its neighbours. */
type Joint = <Name>(piece: Piece<Name>, before: Piece<Name> | undefined, next: Piece<Name> | undefined) => string;

/** Two numbers have their dash between them without blanks: 1951–1975. */
const closeDash: Joint = ({ text, place }, before, next) =>
  place === null && text === ' – ' && /^\d+$/.test(before?.text ?? '') && /^\d+$/.test(next?.text ?? '') ? '–' : text;

const JOINTS: Readonly<Partial<Record<Language, Joint>>> = {
  fr: ({ text, place }, _, next) =>
    place === null && next?.place != null && VOWEL.test(next.text) ? text.replace(ELIDED, '$1$2’') : text,
  de: ({ text, place }, before) =>
    place !== null && before?.place === null && DATIVE.test(before.text) && COUNTED.test(text) ? `${text}n` : text,
  es: ({ text, place }, _, next) =>
    place === null && next?.place != null && PERCENT.test(next.text)
      ? text.replace(
          BEFORE_PERCENT,
          (_all, gap: string, word: string) => `${gap}${WITH_ARTICLE[word] ?? `${word} el`} `,
        )
      : text,
  pl: closeDash,
  fi: closeDash,
};

/** The pieces of a sentence as they sound one after the other. */
export function joined<Name>(pieces: readonly Piece<Name>[], language: Language): Piece<Name>[] {
  const joint = JOINTS[language];
  if (!joint) return [...pieces];
  return pieces.map((piece, index) => ({ ...piece, text: joint(piece, pieces[index - 1], pieces[index + 1]) }));
}
