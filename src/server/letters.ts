/** Typefaces for letters of other scripts, as the page asks for them. */
import * as z from 'zod';
import { lettersOf } from '../core/text/letters.ts';
import { SCRIPT_FAMILIES, type ScriptId, scriptFamily } from '../core/text/scripts.ts';
import { subsetOf } from '../formats/embed.ts';
import { scriptBytes } from '../formats/fonts.ts';
import { isSet } from '../formats/shape.ts';

const ids = SCRIPT_FAMILIES.map(({ id }) => id) as [ScriptId, ...ScriptId[]];
/** As many letters as one request asks for. */
const MOST_LETTERS = 256;

const Letters = z
  .string()
  .refine((text) => lettersOf(text).length <= MOST_LETTERS, `Ask for at most ${MOST_LETTERS} letters at once.`);

/** Of which letters it is asked whether they have a glyph. */
export const LettersAsked = z.strictObject({ text: Letters });

/** Those of some letters for which no typeface that ships has a glyph. */
export const lackingOf = (text: string): string[] => [...new Set(lettersOf(text))].filter((letter) => !isSet(letter));

/** What is asked for: a family, its weight and, of a family for ideographs, which letters. */
export const LettersWanted = z.strictObject({
  script: z.enum(ids, 'There is no typeface of that name.'),
  weight: z.enum(['400', '600'], 'A typeface has the weights 400 and 600.').default('400'),
  text: Letters.optional(),
});

export type LettersWanted = z.infer<typeof LettersWanted>;

/** The bytes of a typeface, cut down to some letters where these are given. */
export async function lettersFile({ script, weight, text }: LettersWanted): Promise<{ body: Buffer; mime: string }> {
  const isBold = weight === '600' && scriptFamily(script).bold;
  const bytes = () => scriptBytes(script, isBold);
  if (text === undefined) return { body: bytes(), mime: 'font/ttf' };
  return { body: await subsetOf(`${script} ${isBold}`, bytes, new Set(text), 'woff2'), mime: 'font/woff2' };
}
