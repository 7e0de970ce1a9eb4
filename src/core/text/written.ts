/** For which data words were written by hand: what they are held against when the data move on. */

import * as z from 'zod';
import { asOne } from '../named/keyed.ts';
import { FactRef } from './fact-ref.ts';
import { cutTo } from './letters.ts';
import { runsOfWords, type Words } from './rich.ts';

const Place = z.union([z.number(), z.string().max(500)]);

export const Written = asOne(
  z.strictObject({
    /** what was typed, so that it is never held against other words */
    of: z.string().max(8000),
    /** the first place that is drawn, where the words name it; null otherwise */
    from: Place.nullable(),
    /** the last place along the axis that had a value; null where none had */
    until: Place.nullable(),
    /** numbers in the words that were values of the figure */
    numbers: z
      .array(
        z.strictObject({
          text: z.string().max(60),
          /** what it was in the language it was typed in */
          value: z.number(),
          decimals: z.number().int().min(0).max(20),
          line: z.string().max(500),
          panel: z.string().max(4000),
          at: Place,
        }),
      )
      .max(40),
    /** statements in the words that were true of the figure */
    statements: z
      .array(
        z.strictObject({
          text: z.string().max(300),
          fact: FactRef,
          /** the number that it says, and with how many decimals */
          value: z.number(),
          decimals: z.number().int().min(0).max(20),
          /** which way it says that something went; absent where it says none */
          way: z.enum(['up', 'down']).optional(),
          /** the place along the axis that it names; absent where it speaks of the newest */
          at: Place.optional(),
        }),
      )
      .max(20)
      .default([]),
  }),
);
export type Written = z.infer<typeof Written>;
export type WrittenStatement = Written['statements'][number];

/** What of words was typed; a blank for what follows the data by itself. */
export const typedIn = (words: Words): string =>
  cutTo(
    runsOfWords(words)
      .map((run) => ('text' in run ? run.text : ' '))
      .join(''),
    8000,
  );

/** Of words of which it is not known for which data they were written; null for words without a typed letter or digit. */
export function writtenForNone(words: Words): Written | null {
  const of = typedIn(words);
  return /[\p{L}\d]/u.test(of) ? { of, from: null, until: null, numbers: [], statements: [] } : null;
}
