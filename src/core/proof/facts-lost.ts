/** Facts in the words of a figure of which nothing holds any more, wherever in it they stand. */
import type { CommandCall } from '../change/commands/index.ts';
import { FACT_NAMES } from '../fact/kind-names.ts';
import { saidAs } from '../fact/messages.ts';
import { sayFact } from '../fact/say.ts';
import { factFor } from '../figure/facts.ts';
import type { ResolvedFigure } from '../figure/resolve.ts';
import { suggestTitles } from '../figure/suggest.ts';
import type { Part } from '../scene/scene.ts';
import { type FactRef, isSentence, type SentencePart, sentenceIn } from '../text/fact-ref.ts';
import { type Run, runsOfWords, tidyWords, type Words } from '../text/rich.ts';
import type { Check, Mend, Proofed } from './note.ts';

type FactRun = Extract<Run, { fact: unknown }>;
export const isFactRun = (run: Run): run is FactRun => 'fact' in run;

/** What a fact that holds no longer said, and what stands there. */
export function sayLost({ fact, part }: FactRun, data: string): string {
  const instead = isSentence(part) ? 'the latest value takes its place' : 'a dash takes its place';
  return `“${FACT_NAMES[fact.kind]}” is no longer true of the data ${data}; ${instead}.`;
}

const meantBy = (runs: readonly FactRun[]): About => ({ facts: runs.map(({ fact }) => fact), lines: [] });

/** Words without some of their runs. */
export const withoutRuns = (words: Words, runs: readonly Run[]): Words =>
  tidyWords(runsOfWords(words).filter((run) => !runs.includes(run)));

/** Facts that are offered in the place of words. */
const MOST_OFFERED = 2;

/** What words speak of: facts, and lines by their ids. */
export interface About {
  facts: readonly FactRef[];
  lines: readonly string[];
}

/**
 * The facts that words could be instead, each at a press; they follow the data
 * from then on. What the words spoke of comes first, then the same lines.
 */
export function factsInstead(
  { figure, locale }: Proofed,
  { facts, lines }: About,
  put: (words: Words) => CommandCall,
  part: SentencePart,
): Mend[] {
  const same = facts.flatMap((ref) => {
    const fact = factFor(figure, ref);
    return fact ? [{ text: sayFact(fact, locale, saidAs(part)), fact: ref }] : [];
  });
  const near = new Set([...lines, ...facts.map(({ line }) => line)]);
  const isNear = ({ fact }: { fact: FactRef }) => near.has(fact.line);
  const others = suggestTitles(figure, locale, part);
  const all = [...same, ...others.filter(isNear), ...others.filter((one) => !isNear(one))];
  return all
    .filter(({ text }, at) => all.findIndex((one) => one.text === text) === at)
    .slice(0, MOST_OFFERED)
    .map(({ text, fact }) => ({ say: `Say “${text}”`, call: put([{ fact, part }]) }));
}

/** Words of a figure that can hold facts. */
interface Place {
  id: string;
  part: Part;
  /** what they are, as a subject */
  what: string;
  words: Words;
  put(words: Words): CommandCall;
  /** other facts say as much there */
  isSentence: boolean;
}

function placesIn({ spec }: ResolvedFigure): Place[] {
  const inItem = { item: spec.id };
  const inFigure = { figure: spec.id };
  const ofWords = (part: 'title' | 'subtitle' | 'source'): Place => ({
    id: `fact-${part}`,
    part,
    what: `The ${part}`,
    words: spec.words[part],
    put: (words) => ({ name: 'item.setWords', args: { ...inItem, words: { [part]: words } } }),
    // Of where the data are from, facts say nothing.
    isSentence: part !== 'source',
  });
  const ofAxis = (side: 'left' | 'right'): Place => ({
    id: `fact-${side}`,
    part: `axis:${side}`,
    what: `The title of the ${side} axis`,
    words: spec[`${side}Axis`].title ?? '',
    put: (title) => ({ name: 'figure.setAxis', args: { ...inFigure, side, axis: { title } } }),
    isSentence: false,
  });
  return [
    ofWords('title'),
    ofWords('subtitle'),
    ofWords('source'),
    {
      id: 'fact-caption',
      part: 'axis:across',
      what: 'The caption of the date axis',
      words: spec.dateAxis.caption,
      put: (caption) => ({ name: 'figure.setDateAxis', args: { ...inFigure, caption } }),
      isSentence: false,
    },
    ofAxis('left'),
    ofAxis('right'),
    ...spec.marks.flatMap((mark): Place[] =>
      mark.kind === 'note' && mark.shown
        ? [
            {
              id: 'fact-note',
              part: `mark:${mark.id}`,
              what: 'A note',
              words: mark.text,
              put: (text) => ({
                name: 'figure.setMark',
                args: { ...inFigure, mark: mark.id, set: [{ path: ['text'], to: text }] },
              }),
              isSentence: true,
            },
          ]
        : [],
    ),
  ];
}

const PLACES = [
  'fact-title',
  'fact-subtitle',
  'fact-source',
  'fact-caption',
  'fact-left',
  'fact-right',
  'fact-note',
] as const;

/** One check for each place, so that each can be set aside by itself. */
export const factsLost: readonly Check[] = PLACES.map((id) => ({
  id,
  find(proofed) {
    const { figure } = proofed;
    for (const place of placesIn(figure)) {
      const lost = place.id === id ? runsOfWords(place.words).filter(isFactRun) : [];
      const gone = lost.filter((run) => factFor(figure, run.fact) === null);
      const [first] = gone;
      if (!first) continue;
      const [best, ...others] = place.isSentence
        ? factsInstead(proofed, meantBy(gone), place.put, sentenceIn(place.part))
        : [];
      const anew: Mend[] = [
        { say: 'Remove it', call: place.put(withoutRuns(place.words, gone)) },
        { say: 'Choose other words', open: place.part },
      ];
      const [take, ...rest] = anew;
      return {
        part: place.part,
        title: `${place.what} is no longer true`,
        text: sayLost(first, 'shown'),
        facts: gone.map((run) => JSON.stringify(run.fact)).join(),
        mends: best ? [best, ...others, ...anew] : [take as Mend, ...rest],
      };
    }
    return null;
  },
}));
