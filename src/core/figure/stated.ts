/** Statements in words that were typed by hand: which facts they say, and whether those still hold. */
import type { Fact } from '../fact/claim.ts';
import { countsIn } from '../fact/count-words.ts';
import { comparedIn, directionIn, type Saying, sayingsIn, wordsIn } from '../fact/lexicon.ts';
import { saidAs } from '../fact/messages.ts';
import { sayFact } from '../fact/say.ts';
import type { FactKind, SentencePart } from '../text/fact-ref.ts';
import { cutTo } from '../text/letters.ts';
import type { Locale } from '../text/locale.ts';
import { roundedTo } from '../text/rounding.ts';
import type { WrittenStatement } from '../text/written.ts';
import { factFor, factsOfSpoken, refOf, type Spoken, sentencesOf, spokenIn } from './facts.ts';
import type { ResolvedFigure } from './resolve.ts';
import { countsOther, namesPlace, numbersIn, type TypedNumber } from './typed-numbers.ts';

const MOST = 20;

const segmenters = new Map<string, Intl.Segmenter>();

/** The sentences of a text. */
function sentencesIn(text: string, { id }: Locale): string[] {
  const segmenter = segmenters.get(id) ?? new Intl.Segmenter(id, { granularity: 'sentence' });
  segmenters.set(id, segmenter);
  return [...segmenter.segment(text)].map(({ segment }) => segment.trim()).filter((one) => one !== '');
}

/** Words too short to tell which line is meant. */
const LEAST_LETTERS = 4;
/** The beginning of a word, which its other forms have as well. */
const stem = (word: string) => (word.length > LEAST_LETTERS + 1 ? word.slice(0, -1) : word);

/** Whether a text names a line: with the words of its name, in whatever form. */
function namesLine(text: string, name: string): boolean {
  const said = wordsIn(text).map(({ word }) => word);
  const all = wordsIn(name).map(({ word }) => word);
  const telling = all.filter((word) => word.length >= LEAST_LETTERS);
  const wanted = telling.length > 0 ? telling : all;
  return wanted.length > 0 && wanted.every((word) => said.some((one) => one.startsWith(stem(word))));
}

/** The lines that a text speaks of: those that it names, or the only one. */
export function linesMeant(all: readonly Spoken[], text: string): readonly Spoken[] {
  const named = all.filter(({ line }) => namesLine(text, line.name));
  return named.length > 0 ? named : all.length === 1 ? all : [];
}

/** The number that a fact says, as it is compared with one that was typed; null where it says none that could be typed. */
function numberOf({ claim, series }: Fact): { value: number; isPercent: boolean } | null {
  switch (claim.kind) {
    case 'year':
    case 'previous':
    case 'change':
      return claim.change && { value: claim.change.size, isPercent: claim.change.of === 'percent' };
    case 'high':
    case 'low':
      return { value: series.values[claim.at] ?? Number.NaN, isPercent: series.unit === '%' };
    case 'mean':
    case 'median':
    case 'total':
      return { value: claim.value, isPercent: series.unit === '%' };
    case 'share':
      return { value: claim.percent, isPercent: true };
    case 'streak':
    case 'target':
      return { value: claim.count, isPercent: false };
    case 'rank':
      return { value: claim.place, isPercent: false };
    default:
      return null;
  }
}

const wayOf = ({ claim }: Fact): 'up' | 'down' | undefined =>
  'way' in claim && (claim.way === 'up' || claim.way === 'down') ? claim.way : undefined;

const CHANGES: readonly FactKind[] = ['year', 'previous', 'change'];
/** Of which kinds the words of a sentence are, beside changes: those that say a value, and those that say how many or which one. */
const OF_VALUES: Readonly<Partial<Record<Saying, readonly FactKind[]>>> = {
  high: ['high'],
  low: ['low'],
  mean: ['mean', 'median'],
  share: ['share'],
};
const OF_COUNTS: Readonly<Partial<Record<Saying, readonly FactKind[]>>> = {
  row: ['streak'],
  high: ['rank'],
  low: ['rank'],
  over: ['target'],
  under: ['target'],
};
const kindsOf = (table: typeof OF_VALUES, sayings: ReadonlySet<Saying>): FactKind[] => [
  ...new Set([...sayings].flatMap((saying) => table[saying] ?? [])),
];
/** Facts that say which way a value went. */
const WITH_WAY: ReadonlySet<FactKind> = new Set([...CHANGES, 'streak']);

/** Whether a sentence speaks of one month of every year: it names one without a year, as in “the lowest January”. */
function namesSeason(sentence: string, { months }: Locale): boolean {
  const names = new Set(months.map((month) => month.toLowerCase()));
  return wordsIn(sentence).some(
    ({ word, at }) => names.has(word) && !/^(?:\s+de)?\s+\d{4}/u.test(sentence.slice(at + word.length)),
  );
}
const ENDS: ReadonlySet<FactKind> = new Set(['high', 'low']);

/** The kinds of facts of which the words of a sentence can say a value, the likeliest first. */
function kindsMeant(sentence: string, locale: Locale): FactKind[] {
  const isOfSeason = namesSeason(sentence, locale);
  const said = kindsOf(OF_VALUES, sayingsIn(sentence, locale)).filter((kind) => !isOfSeason || !ENDS.has(kind));
  if (directionIn(sentence, locale) === null) return said;
  const compared = comparedIn(sentence, locale);
  const changes = CHANGES.filter((kind) => compared === null || (kind === 'year') === (compared === 'year'));
  return [...changes, ...said];
}

/** Whether a fact is on the side that a sentence says: among the highest or lowest, over or under a level that it names. */
function isOnSide({ claim }: Fact, sentence: string, locale: Locale): boolean {
  const sayings = sayingsIn(sentence, locale);
  if (claim.kind === 'rank') return sayings.has(claim.end);
  if (claim.kind !== 'target') return true;
  return sayings.has(claim.side === 'above' ? 'over' : 'under') && namesLine(sentence, claim.target.name);
}

/** Whether a fact says what was typed: its number, rounded as it was typed, and the way that the sentence says. */
function says(
  fact: Fact,
  { value, decimals }: Pick<TypedNumber, 'value' | 'decimals'>,
  way: 'up' | 'down' | undefined,
) {
  const own = numberOf(fact);
  return (
    own !== null &&
    roundedTo(own.value, decimals) === Math.abs(value) * Math.sign(own.value || 1) &&
    wayOf(fact) === way
  );
}

/** A number that was typed, and what it says nothing of. */
interface Typed extends Pick<TypedNumber, 'value' | 'decimals' | 'isPercent'> {
  isOfOther(of: Spoken): boolean;
}

function statementOf(
  all: readonly Spoken[],
  sentence: string,
  number: Typed,
  kinds: readonly FactKind[],
  locale: Locale,
): Omit<WrittenStatement, 'text'> | null {
  const direction = directionIn(sentence, locale)?.way;
  for (const kind of kinds)
    for (const one of linesMeant(all, sentence).filter((line) => !number.isOfOther(line)))
      for (const fact of factsOfSpoken(all, one)) {
        if (fact.claim.kind !== kind || numberOf(fact)?.isPercent !== number.isPercent) continue;
        const way = WITH_WAY.has(kind) ? direction : undefined;
        if (!says(fact, number, way) || !isOnSide(fact, sentence, locale)) continue;
        const at = 'at' in fact.claim ? one.series.keys[fact.claim.at] : undefined;
        const isNamed = at !== undefined && namesPlace(sentence, one.series, at, locale);
        const { value, decimals } = number;
        return { fact: refOf(fact, one), value, decimals, ...(way && { way }), ...(isNamed && { at }) };
      }
  return null;
}

/** What words say of the data that is true now, and which of their numbers say it. */
export function statementsIn(
  figure: ResolvedFigure,
  text: string,
  locale: Locale,
): { statements: WrittenStatement[]; numbers: ReadonlySet<string> } {
  const all = spokenIn(figure);
  const statements: WrittenStatement[] = [];
  const numbers = new Set<string>();
  for (const sentence of sentencesIn(text, locale)) {
    const ofCounts = kindsOf(OF_COUNTS, sayingsIn(sentence, locale));
    const typed = [
      ...numbersIn(sentence, locale).map((number) => ({
        ...number,
        kinds: kindsMeant(sentence, locale),
        isOfOther: ({ series }: Spoken) => countsOther(number, sentence, series, locale),
      })),
      ...countsIn(sentence, locale).map((count) => ({
        ...count,
        ...{ decimals: 0, isPercent: false, kinds: ofCounts, isOfOther: () => false },
      })),
    ];
    for (const { kinds, ...number } of typed) {
      const found = statements.length < MOST ? statementOf(all, sentence, number, kinds, locale) : null;
      if (!found) continue;
      statements.push({ text: cutTo(sentence, 300), ...found });
      numbers.add(number.text);
    }
  }
  return { statements, numbers };
}

/** A statement that no longer holds, and what its fact says now, in the language of the report; null where there is nothing of the kind. */
export interface Untrue {
  statement: WrittenStatement;
  now: string | null;
}

const SAID_AS = ['short', 'spoken'] as const;

/** Whether a sentence states its number of the line all the same, as another fact, or is the very one of another: “down 13% since January” can be said of the year, too. */
const isStatedStill = (
  figure: ResolvedFigure,
  { text, fact, value, way, at }: WrittenStatement,
  locale: Locale,
): boolean =>
  SAID_AS.some((as) => sentencesOf(figure, fact.line ?? null, locale, as).some((said) => said.text === text)) ||
  statementsIn(figure, text, locale).statements.some(
    (now) =>
      now.fact.line === fact.line &&
      now.fact.panel === fact.panel &&
      now.value === value &&
      now.way === way &&
      now.at === at,
  );

/** Those among some statements that were true and are not now. One that names a period which has passed still speaks of that. */
export function untrueNow(
  figure: ResolvedFigure,
  statements: readonly WrittenStatement[],
  locale: Locale,
  part: SentencePart,
): Untrue[] {
  const all = spokenIn(figure);
  return statements.flatMap((statement): Untrue[] => {
    const fact = factFor(figure, statement.fact);
    const one = all.find(({ line }) => line.line.id === statement.fact.line);
    const now = fact && 'at' in fact.claim ? one?.series.keys[fact.claim.at] : undefined;
    const isElsewhere = statement.at !== undefined && now !== statement.at;
    if (fact && says(fact, statement, statement.way) && !isElsewhere) return [];
    if (isStatedStill(figure, statement, locale)) return [];
    return [{ statement, now: fact && sayFact(fact, locale, saidAs(part)) }];
  });
}
