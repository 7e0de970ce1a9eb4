/** Reading a manuscript: each block as it was typed and as it reads, in sentences; and changing a few of its letters. */
import type { Manuscript } from '../../document/manuscript.ts';
import { looksOf, type Prose, type ProseRun, tidyProse } from '../../document/prose.ts';
import { type Sources, sayerOf } from '../../document/set.ts';
import type { LocaleId } from '../../text/locale.ts';
import type { ReadBlock, ReadText, Sentence } from './note.ts';

/** What stands for a run that is worked out among typed letters. */
const WORKED_OUT = '\ufffc';

const segmenters = new Map<string, Intl.Segmenter>();
function sentencesOf(text: string, locale: LocaleId): { from: number; until: number }[] {
  const segmenter = segmenters.get(locale) ?? new Intl.Segmenter(locale, { granularity: 'sentence' });
  segmenters.set(locale, segmenter);
  // A sentence may begin with what is worked out, as with any word.
  return [...segmenter.segment(text.replaceAll(WORKED_OUT, 'X'))].map(({ index, segment }) => ({
    from: index,
    until: index + segment.length,
  }));
}

/** The letters of prose as they were typed. */
const typedLetters = (prose: Prose): string =>
  prose.map((run) => (run.kind === 'text' ? run.text : WORKED_OUT)).join('');

/** Runs between two places among typed letters. */
function between(prose: Prose, from: number, until: number): ProseRun[] {
  const cut: ProseRun[] = [];
  let at = 0;
  for (const run of prose) {
    const length = run.kind === 'text' ? run.text.length : 1;
    const [begin, end] = [Math.max(from, at), Math.min(until, at + length)];
    if (begin < end) cut.push(run.kind === 'text' ? { ...run, text: run.text.slice(begin - at, end - at) } : run);
    at += length;
  }
  return cut;
}

/** The run that holds a typed letter. */
export function runAt(prose: Prose, place: number): ProseRun | undefined {
  return between(prose, place, place + 1)[0];
}

/** Prose with what stands between two places replaced by runs, which look as what was there. */
export function spliced(prose: Prose, from: number, until: number, put: readonly ProseRun[]): ProseRun[] {
  const first = runAt(prose, from);
  const looks = first && from < until ? looksOf(first) : {};
  const dressed = put.map((run) => (run.kind === 'sparkline' || run.kind === 'footnote' ? run : { ...run, ...looks }));
  return tidyProse([...between(prose, 0, from), ...dressed, ...between(prose, until, Number.MAX_SAFE_INTEGER)]);
}

/** Reads all blocks of words. */
export function readText(manuscript: Manuscript, sources: Sources): ReadText {
  const sayer = sayerOf(manuscript, sources);
  const blocks = manuscript.blocks.flatMap((block): ReadBlock[] => {
    if (block.type !== 'words') return [];
    const typed = typedLetters(block.words);
    const sayOf = (runs: Prose) =>
      runs.map((run) => (run.kind === 'text' ? run.text : run.kind === 'footnote' ? '' : sayer.say(run))).join('');
    const sentences = sentencesOf(typed, sources.locale.id).map(
      ({ from, until }): Sentence => ({
        from,
        until,
        said: sayOf(between(block.words, from, until)),
      }),
    );
    return [{ block, typed, said: sayOf(block.words), sentences }];
  });
  return { blocks, byId: new Map(blocks.map((one) => [one.block.id, one])), label: sayer.label };
}

/** All runs of a block that are worked out, those of its footnotes, too. */
export const runsWithin = (prose: Prose): ProseRun[] =>
  prose.flatMap((run) => (run.kind === 'footnote' ? [run, ...run.words] : [run]));

/** Places among the typed letters of a block at which something is worked out. */
export const placesIn = ({ typed }: ReadBlock): number[] =>
  [...typed.matchAll(new RegExp(WORKED_OUT, 'g'))].map(({ index }) => index);
