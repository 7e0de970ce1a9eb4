/** Proof notes that were set aside. */
import * as z from 'zod';

/** A note that was set aside, with what it rested on: it comes back when that changes. */
export const Aside = z.strictObject({
  check: z.string().min(1).max(60),
  facts: z.string().max(4000),
  reason: z.string().min(1, 'Give a reason in a word or two.').max(300),
});
