/** Sentences that say what the data do, offered as titles. */
import { sayAgain } from '../fact/again.ts';
import type { Fact } from '../fact/claim.ts';
import { saidAs } from '../fact/messages.ts';
import { sayFact } from '../fact/say.ts';
import type { FactRef, SentencePart } from '../text/fact-ref.ts';
import type { Locale } from '../text/locale.ts';
import { factsOfSpoken, refOf, type Spoken, spokenIn, spreadOf } from './facts.ts';
import type { ResolvedFigure } from './resolve.ts';

/** A sentence that is offered. */
export interface Suggestion {
  text: string;
  fact: FactRef;
  /** the points it rests on: their line, panel, and places along the axis */
  points: { line: string; panel: string; at: readonly (number | string)[] };
}

/** So many sentences are offered at the most. */
const MOST = 5;
/** Of figures with more lines only the first ones are looked at. */
const MOST_LINES = 24;
/** What is said of a line that a reader does not see first must be so much more telling. */
const BACK = 14;

/** How much a line stands out: by emphasis, else by its weight. */
const standing = ({ line }: Spoken) => line.line.emphasis.length * 100 + line.line.weight;

/** What a fact is about: of two facts about one thing only the more telling is offered. */
function topicOf({ claim, series }: Fact): string {
  switch (claim.kind) {
    case 'since':
    case 'record':
    case 'high':
    case 'low':
    case 'beyond':
    case 'rank':
      return `height ${series.name}`;
    case 'previous':
    case 'change':
    case 'first':
    case 'streak':
      return `course ${series.name}`;
    case 'crossing':
      return [series.name, claim.other.name].sort().join(' / ');
    default:
      return `${claim.kind} ${series.name}`;
  }
}

/** Which points a fact rests on; of many only its line is shown. */
const MOST_POINTS = 24;

function suggestion({ fact, of }: { fact: Fact; of: Spoken }, locale: Locale, part: SentencePart): Suggestion {
  const { keys } = fact.series;
  const points = fact.points.length > MOST_POINTS ? [] : fact.points;
  return {
    text: sayAgain(fact, locale, saidAs(part)),
    fact: refOf(fact, of),
    points: { line: of.line.line.id, panel: of.panel, at: points.flatMap((point) => keys[point] ?? []) },
  };
}

/**
 * Sentences on the figure in the language of the report, the most telling
 * first: of the lines that a reader sees first, and of how panels differ. None
 * of them says what another says already; empty where there is nothing to say.
 */
export function suggestTitles(figure: ResolvedFigure, locale: Locale, part: SentencePart = 'spoken'): Suggestion[] {
  const all = spokenIn(figure);
  const looked = all.slice(0, MOST_LINES);
  const front = Math.max(...looked.map(standing));
  const firstInFront = looked.find((one) => standing(one) === front);
  const found = looked.flatMap((of) =>
    factsOfSpoken(all, of).flatMap((fact) =>
      fact.weight > 3 ? [{ fact, of, weight: fact.weight - (of === firstInFront ? 0 : BACK) }] : [],
    ),
  );
  const [first] = all;
  if (first)
    for (const fact of spreadOf(all, first.line.line.id)) found.push({ fact, of: first, weight: fact.weight + BACK });
  const topics = new Set<string>();
  return found
    .sort((a, b) => b.weight - a.weight)
    .filter(({ fact, weight }) => {
      const topic = topicOf(fact);
      if (weight <= 0 || topics.has(topic)) return false;
      topics.add(topic);
      return true;
    })
    .slice(0, MOST)
    .map((one) => suggestion(one, locale, part));
}

/** That the last values are unfinished and nothing is said of them, of the first line where that is so; null where all are finished. */
export function sayLeftOut(figure: ResolvedFigure, locale: Locale): string | null {
  const all = spokenIn(figure);
  const [fact] = all.flatMap((of) => factsOfSpoken(all, of).filter(({ claim }) => claim.kind === 'unfinished'));
  return fact ? sayFact(fact, locale) : null;
}
