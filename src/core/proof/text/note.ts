/** Proof notes on a manuscript: what they look at, and what they say. */
import type { CommandCall } from '../../change/commands/index.ts';
import type { Block, BlockOf } from '../../document/manuscript.ts';
import type { PageOutline } from '../../document/outline.ts';
import type { Sources } from '../../document/set.ts';
import type { Report } from '../../report/report.ts';

/** What a check of the text looks at. */
export interface TextProofed {
  report: Pick<Report, 'items' | 'manuscript'>;
  sources: Sources;
  /** the text with everything in it worked out */
  text: ReadText;
  /** where everything stands on the pages; null while they are not set */
  outline: PageOutline | null;
}

/** A sentence of a block, and where it begins among its letters. */
export interface Sentence {
  from: number;
  until: number;
  /** as it reads */
  said: string;
}

/** A block with its words read. */
export interface ReadBlock {
  block: BlockOf<'words'>;
  /** its letters as they were typed; what is worked out is one letter each */
  typed: string;
  /** its letters as they read */
  said: string;
  sentences: readonly Sentence[];
}

export interface ReadText {
  blocks: readonly ReadBlock[];
  byId: ReadonlyMap<string, ReadBlock>;
  /** “Figure 2”, of what has a number */
  label(id: string): string | null;
}

/** A change that mends what a note speaks of, or the place where only its writer can: a block, or a thing of the report. */
export type TextMend = { say: string; call: CommandCall } | { say: string; at: string } | { say: string; item: string };

export interface TextFinding {
  /** by what it is known among the findings of its check */
  id: string;
  /** the block it speaks of */
  block: string | null;
  /** a few words, as a heading */
  title: string;
  /** one or two sentences with the numbers */
  text: string;
  /** what it rests on: a note that was set aside comes back when that changes */
  facts: string;
  mends: [TextMend, ...TextMend[]];
}

/** A check of the text: a pure function; one finding for each place that a reader would stumble over. */
export interface TextCheck {
  id: string;
  find(proofed: TextProofed): TextFinding[];
}

export interface TextNote extends TextFinding {
  check: string;
  /** the reason for which it was set aside, or null */
  aside: string | null;
}

/** A few words of a block, by which its writer knows it. */
export function wordsOf({ said }: ReadBlock): string {
  const words = said.trim().split(/\s+/);
  return words.length > 7 ? `${words.slice(0, 7).join(' ')} …` : words.join(' ');
}

export const isPlaced = (block: Block): block is BlockOf<'figure'> => block.type === 'figure';
