/** The proof notes of a manuscript. */
import { cutTo } from '../../text/letters.ts';
import { directions } from './directions.ts';
import { lostNumbers, olderNumbers, olderPeriods } from './facts.ts';
import type { TextCheck, TextNote, TextProofed } from './note.ts';
import { aboveBelow, gone, headingAlone, notMentioned, notPlaced } from './placing.ts';
import { readText } from './read.ts';
import { typedNumbers } from './typed.ts';

const CHECKS: readonly TextCheck[] = [
  gone,
  lostNumbers,
  directions,
  olderPeriods,
  olderNumbers,
  typedNumbers,
  aboveBelow,
  headingAlone,
  notMentioned,
  notPlaced,
];

/** How a note is known: by its check, and by what it was found at. */
const nameOf = (check: string, id: string) => {
  const whole = `${check} ${id}`;
  // Ids are told apart by their ends, too.
  return whole.length <= 60 ? whole : `${cutTo(whole, 40)}${whole.slice(-20)}`;
};

/** The proof notes of a manuscript, in the order of the text; one that was set aside stays so until what it rests on changes. */
export function textNotes(proofed: Omit<TextProofed, 'text'>): TextNote[] {
  const { manuscript } = proofed.report;
  const text = readText(manuscript, proofed.sources);
  const order = new Map(manuscript.blocks.map(({ id }, at) => [id, at]));
  const place = (block: string | null) => (block === null ? Infinity : (order.get(block) ?? Infinity));
  const seen = new Set<string>();
  return CHECKS.flatMap((check) =>
    check.find({ ...proofed, text }).flatMap((found): TextNote[] => {
      const name = nameOf(check.id, found.id);
      if (seen.has(name)) return [];
      seen.add(name);
      const aside = manuscript.asides.find((one) => one.check === name && one.facts === found.facts);
      return [{ ...found, check: name, aside: aside?.reason ?? null }];
    }),
  ).sort((a, b) => place(a.block) - place(b.block));
}
