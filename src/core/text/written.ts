/** For which data words were written by hand: what they are held against when the data move on. */
import * as z from 'zod';

const Place = z.union([z.number(), z.string().max(500)]);

export const Written = z.strictObject({
  /** the first place that is drawn, where the words name it; null otherwise */
  from: Place.nullable(),
  /** the last place along the axis that had a value; null where none had */
  until: Place.nullable(),
  /** numbers in the words that were values of the figure */
  numbers: z
    .array(
      z.strictObject({
        text: z.string().max(60),
        line: z.string().max(500),
        panel: z.string().max(4000),
        at: Place,
      }),
    )
    .max(40),
});
export type Written = z.infer<typeof Written>;
