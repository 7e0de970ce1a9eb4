/** Proof notes: what a reader would stumble over in a figure, with its numbers and what mends it. */

import type { CommandCall } from '../change/commands/index.ts';
import type { FigureLayout } from '../figure/figure-layout.ts';
import type { ResolvedFigure } from '../figure/resolve.ts';
import type { Part } from '../scene/scene.ts';
import type { ResolvedSparkTable } from '../spark/resolve.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';

/** What a check looks at. */
export interface Proofed {
  figure: ResolvedFigure;
  layout: FigureLayout;
  style: HouseStyle;
  locale: Locale;
}

/** A change that mends what a note speaks of, or the part where only its user can. */
export type Mend = { say: string; call: CommandCall } | { say: string; open: Part };

export interface Finding {
  part: Part;
  /** a few words, as a heading */
  title: string;
  /** one or two sentences with the numbers */
  text: string;
  /** what tells it from others of its check at the same part of a spark table */
  about?: string;
  /** the numbers it rests on: a note that was set aside comes back when they change */
  facts: string;
  mends: [Mend, ...Mend[]];
}

/** A check: a pure function of a laid-out figure; null when all is well. */
export interface Check {
  id: string;
  find(proofed: Proofed): Finding | null;
}

/** A check of a spark table: a pure function; one finding for each column that a reader would stumble over. */
export interface SparkCheck {
  id: string;
  find(resolved: ResolvedSparkTable, locale: Locale): Finding[];
}

export interface ProofNote extends Finding {
  check: string;
  /** the reason for which it was set aside, or null */
  aside: string | null;
}
