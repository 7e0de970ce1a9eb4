/** Proof notes on spark tables. */
import type { ResolvedSparkTable } from '../spark/resolve.ts';
import type { Locale } from '../text/locale.ts';
import type { ProofNote, SparkCheck } from './note.ts';
import { sparkBeyond } from './spark-beyond.ts';
import { sparkHeights } from './spark-heights.ts';
import { sparkMissing } from './spark-missing.ts';
import { sparkUnits } from './spark-units.ts';

const CHECKS: readonly SparkCheck[] = [sparkUnits, sparkHeights, sparkBeyond, sparkMissing];

/** The proof notes of a spark table; one that was set aside stays so until its numbers change. */
export function sparkNotes(resolved: ResolvedSparkTable, locale: Locale): ProofNote[] {
  const { asides } = resolved.spec;
  return CHECKS.flatMap((check) =>
    check.find(resolved, locale).map((found): ProofNote => {
      const id = `${check.id} ${found.part}`.slice(0, 60);
      const aside = asides.find((entry) => entry.check === id && entry.facts === found.facts);
      return { ...found, check: id, aside: aside?.reason ?? null };
    }),
  );
}
