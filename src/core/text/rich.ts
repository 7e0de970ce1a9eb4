/** Words with bold, italic, raised, lowered and coloured runs, and facts that follow the data. */

import * as z from 'zod';
import { Colour } from '../style/colour.ts';
import { type FaceId, faceBeside, faceKey } from '../type/faces.ts';
import { FACT_PARTS, type FactPart, FactRef } from './fact-ref.ts';
import { lettersOf } from './letters.ts';
import { textWidth } from './measure.ts';
import { inSeenOrder } from './run-order.ts';

const style = {
  bold: z.literal(true).optional(),
  italic: z.literal(true).optional(),
  raised: z.enum(['super', 'sub']).optional(),
  colour: Colour.optional(),
};

const TextRun = z.strictObject({ text: z.string().max(2000), ...style });
/** Words that are worked out from the data each time they are set. */
export const FactRun = z.strictObject({ fact: FactRef, part: z.enum(FACT_PARTS).default('sentence'), ...style });
const Run = z.union([TextRun, FactRun]);
export type Run = z.infer<typeof Run>;

/** Plain words, or runs of them where some are set apart. A line break in a text begins a new line. */
export const Words = z.union([z.string().max(2000), z.array(Run).max(200)]);
export type Words = z.infer<typeof Words>;

/** What a fact says now, or a part of it. */
export type SayFact = (fact: FactRef, part: FactPart) => string;

/** Words as runs. */
export const runsOfWords = (words: Words): readonly Run[] => (typeof words === 'string' ? [{ text: words }] : words);

/** Words without their looks, facts written out. */
export function plainWords(words: Words, say: SayFact): string {
  return runsOfWords(words)
    .map((run) => ('text' in run ? run.text : say(run.fact, run.part)))
    .join('');
}

/** Runs as they are kept: neighbours of one look joined, and a plain string where nothing is set apart. */
export function tidyWords(runs: readonly Run[]): Words {
  const kept: Run[] = [];
  const lookOf = ({ bold, italic, raised, colour }: Run) => JSON.stringify([bold, italic, raised, colour]);
  for (const run of runs) {
    const before = kept.at(-1);
    if ('text' in run && run.text === '') continue;
    if (before && 'text' in before && 'text' in run && lookOf(before) === lookOf(run)) before.text += run.text;
    else kept.push({ ...run });
  }
  const [only, ...others] = kept;
  if (!only) return '';
  const isPlain = others.length === 0 && 'text' in only && lookOf(only) === lookOf({ text: '' });
  return isPlain ? only.text : kept;
}

/** A run set on a line: where it begins, and how. */
export interface PlacedRun {
  text: string;
  x: number;
  /** how far its baseline is lowered, points */
  down: number;
  face: FaceId;
  size: number;
  colour: string;
}

export interface Type {
  face: FaceId;
  size: number;
  colour: string;
}

function typeOf(run: Run, type: Type): Omit<PlacedRun, 'text' | 'x'> {
  // Bold within semibold words is heavier than these, so that it is seen.
  const { grade } = faceKey(type.face);
  const face = faceBeside(type.face, {
    grade: run.bold ? (grade === 600 ? 900 : 600) : grade,
    italic: run.italic === true,
  });
  const size = run.raised ? Math.round(type.size * 66) / 100 : type.size;
  const down = run.raised === 'super' ? -type.size * 0.34 : run.raised === 'sub' ? type.size * 0.16 : 0;
  return { face, size, down, colour: run.colour ?? type.colour };
}

/** A piece of a word that has one look. */
interface Piece extends Omit<PlacedRun, 'x'> {
  width: number;
}

/**
 * Breaks words at spaces into lines no wider than `width` points, at most
 * `most`; a word wider than that is broken between letters, and of a text that
 * is too long the last line ends with an ellipsis. Widths are measured run by run.
 */
export function placeRuns(words: Words, type: Type, say: SayFact, width: number, most = Infinity): PlacedRun[][] {
  const lines: PlacedRun[][] = [[]];
  let x = 0;
  let word: Piece[] = [];
  /** the space before the word, set only when the word stays on its line */
  let space: Piece | null = null;
  /** what stood last on the line was a space of another look, which is kept as room, since viewers drop it at the ends of a text */
  let apart = false;
  const add = (piece: Piece) => {
    const line = lines.at(-1);
    const before = line?.at(-1);
    const isOne =
      before &&
      !apart &&
      before.face === piece.face &&
      before.size === piece.size &&
      before.colour === piece.colour &&
      before.down === piece.down;
    if (isOne) {
      before.text += piece.text;
      // Measured as one, so that pairs of letters over the join are counted.
      x = before.x + textWidth(before.text, before.face, before.size);
    } else if (piece.text === ' ') {
      x += piece.width;
      apart = true;
    } else if (piece.text !== '') {
      const { width: wide, ...run } = piece;
      line?.push({ ...run, x });
      x += wide;
      apart = false;
    }
  };
  const breakLine = () => {
    lines.push([]);
    x = 0;
    apart = false;
  };
  const close = () => {
    const wide = word.reduce((sum, piece) => sum + piece.width, 0);
    if (x > 0 && x + (space?.width ?? 0) + wide > width + 0.01) breakLine();
    else if (space && x > 0) add(space);
    for (const piece of word) {
      if (wide <= width) {
        add(piece);
        continue;
      }
      for (const letter of lettersOf(piece.text)) {
        const letterWidth = textWidth(letter, piece.face, piece.size);
        if (x > 0 && x + letterWidth > width) breakLine();
        add({ ...piece, text: letter, width: letterWidth });
      }
    }
    word = [];
    space = null;
  };
  for (const run of runsOfWords(words)) {
    const set = typeOf(run, type);
    const text = 'text' in run ? run.text : say(run.fact, run.part);
    for (const part of text.split(/(\n|[ \t]+)/)) {
      if (part === '') continue;
      if (part === '\n') {
        close();
        breakLine();
      } else if (/^[ \t]+$/.test(part)) {
        if (word.length > 0) close();
        space = { ...set, text: ' ', width: textWidth(' ', set.face, set.size) };
      } else word.push({ ...set, text: part, width: textWidth(part, set.face, set.size) });
    }
  }
  close();
  if (lines.length <= most) return lines.map(inSeenOrder);
  const kept = lines.slice(0, most);
  const last = kept.at(-1) ?? [];
  const end = last.at(-1);
  const widthOf = (run: PlacedRun) => run.x + textWidth(`${run.text}…`, run.face, run.size);
  if (end) {
    while (end.text !== '' && widthOf(end) > width) end.text = lettersOf(end.text).slice(0, -1).join('').trimEnd();
    end.text += '…';
  }
  return kept.map(inSeenOrder);
}
