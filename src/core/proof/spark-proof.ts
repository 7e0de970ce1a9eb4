/** Proof notes on spark tables. */

import type { ResolvedSparkTable } from '../spark/resolve.ts';
import { cutTo } from '../text/letters.ts';
import type { Locale } from '../text/locale.ts';
import { sparkGlyphs } from './glyphs.ts';
import type { ProofNote, SparkCheck } from './note.ts';
import { sparkBeyond } from './spark-beyond.ts';
import { sparkFacts } from './spark-facts.ts';
import { sparkGone } from './spark-gone.ts';
import { sparkHeights } from './spark-heights.ts';
import { sparkMissing } from './spark-missing.ts';
import { sparkSums } from './spark-sums.ts';
import { sparkUnfit } from './spark-unfit.ts';
import { sparkUnits } from './spark-units.ts';
import { sparkYears } from './spark-years.ts';

const CHECKS: readonly SparkCheck[] = [
  sparkGone,
  sparkUnits,
  sparkHeights,
  sparkBeyond,
  sparkMissing,
  sparkSums,
  sparkUnfit,
  sparkYears,
  sparkFacts,
  sparkGlyphs,
];

/** The proof notes of a spark table; one that was set aside stays so until its numbers change. */
export function sparkNotes(resolved: ResolvedSparkTable, locale: Locale): ProofNote[] {
  const { asides } = resolved.spec;
  return CHECKS.flatMap((check) =>
    check.find(resolved, locale).map(({ about, ...found }): ProofNote => {
      const id = cutTo([check.id, about, found.part].filter(Boolean).join(' '), 60);
      const aside = asides.find((entry) => entry.check === id && entry.facts === found.facts);
      return { ...found, check: id, aside: aside?.reason ?? null };
    }),
  );
}
