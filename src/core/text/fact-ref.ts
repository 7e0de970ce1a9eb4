/** How words name a fact that they say, so that it follows the data. */
import * as z from 'zod';

export const FACT_KINDS = [
  'latest',
  'span',
  'previous',
  'year',
  'change',
  'first',
  'high',
  'low',
  'since',
  'record',
  'streak',
  'mean',
  'median',
  'total',
  'constant',
  'year to date',
  'rank',
  'share',
  'target',
  'crossing',
  'spread',
  'turn',
  'typical',
  'steady',
  'beyond',
  'missing',
  'unfinished',
] as const;
export type FactKind = (typeof FACT_KINDS)[number];

const name = z.string().max(500);

/** Which fact is meant: its kind, and what it speaks of; the numbers come from the data each time. */
export const FactRef = z.strictObject({
  kind: z.enum(FACT_KINDS),
  /** id of the line, or key of the row, that it speaks of; null for the first one shown */
  line: name.nullable(),
  /** key of the panel, where the line runs through several */
  panel: z.string().max(4000).optional(),
  /** of the highest or of the lowest */
  end: z.enum(['high', 'low']).optional(),
  side: z.enum(['above', 'below']).optional(),
  /** among which a place is counted */
  among: z.enum(['all', 'season', 'lines']).optional(),
  /** id of the level that values are held against */
  target: name.optional(),
  /** id of the other line */
  other: name.optional(),
  /** the form of the sentence whose words stand around: a fact that would be said otherwise is another one */
  form: z.string().max(1000).optional(),
  /** the place along the axis from which a change is told; the first one shown when absent */
  since: z.union([z.number(), name]).optional(),
});
export type FactRef = z.infer<typeof FactRef>;

/** What of a fact is said: its sentence, or one of the words in it. */
export const FACT_PARTS = [
  'sentence',
  'name',
  'value',
  'when',
  'value and when',
  'change',
  'signed change',
  'before',
  'before when',
  'count',
  'level',
  'other',
  // As they stand in a sentence, with the preposition or in the case that it asks for.
  'in',
  'since',
  'start',
  'inStart',
  'target',
  'share',
  'periods',
  'season',
  'inPart',
  'otherChange',
  // Its sentence with a verb, as a title has it.
  'spoken',
] as const;
export type FactPart = (typeof FACT_PARTS)[number];

/** Whether a part is the whole of what a fact says, and which of its two forms. */
export const isSentence = (part: FactPart): part is SentencePart => part === 'sentence' || part === 'spoken';
export type SentencePart = Extract<FactPart, 'sentence' | 'spoken'>;

/** In which of its forms a fact stands in some words: titles have a verb, all others are short. */
export const sentenceIn = (words: string): SentencePart => (words === 'title' ? 'spoken' : 'sentence');

/** Words for the parts that are used most, as they can be typed between braces. */
export const FIELDS: Readonly<Record<string, { kind: FactKind; part: FactPart }>> = {
  'latest value': { kind: 'latest', part: 'value' },
  'latest period': { kind: 'latest', part: 'when' },
  'change on year': { kind: 'year', part: 'signed change' },
  'change on the previous period': { kind: 'previous', part: 'signed change' },
  'high and when': { kind: 'high', part: 'value and when' },
  'low and when': { kind: 'low', part: 'value and when' },
  'first period': { kind: 'first', part: 'before when' },
  'first value': { kind: 'first', part: 'before' },
  mean: { kind: 'mean', part: 'value' },
  median: { kind: 'median', part: 'value' },
  total: { kind: 'total', part: 'value' },
  'change from first to last': { kind: 'span', part: 'sentence' },
  name: { kind: 'latest', part: 'name' },
};
