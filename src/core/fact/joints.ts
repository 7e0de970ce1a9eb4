/** What words of a message do to what stands behind them, or it to them: elision in French, the dative in German. */
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

/** Whether words of a language change by what stands beside them; all others are put together as they are. */
export const hasJoints = (language: Language) => language === 'fr' || language === 'de';

/** The pieces of a sentence as they sound one after the other. */
export function joined<Name>(pieces: readonly Piece<Name>[], language: Language): Piece<Name>[] {
  if (!hasJoints(language)) return [...pieces];
  return pieces.map((piece, index) => {
    if (language === 'fr') {
      const next = pieces[index + 1];
      return piece.place === null && next?.place != null && VOWEL.test(next.text)
        ? { ...piece, text: piece.text.replace(ELIDED, '$1$2’') }
        : piece;
    }
    const before = pieces[index - 1];
    return piece.place !== null && before?.place === null && DATIVE.test(before.text) && COUNTED.test(piece.text)
      ? { ...piece, text: `${piece.text}n` }
      : piece;
  });
}
