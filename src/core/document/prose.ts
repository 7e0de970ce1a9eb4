/**
 * The words of a manuscript: runs of text with their looks, and among them
 * what is worked out each time it is set: facts and values of tables,
 * word-sized sparklines, references, fields and footnotes.
 */
import * as z from 'zod';
import { Id } from '../named/id.ts';
import { isSame } from '../named/same.ts';
import { FACT_PARTS, FactRef } from '../text/fact-ref.ts';

/** Addresses that a reader may be led to; nothing that would run. */
const Link = z
  .string()
  .max(2000)
  .regex(/^(?:https?:\/\/|mailto:)[^\s]+$/i, 'A link begins with http://, https:// or mailto:.');

const looks = {
  bold: z.literal(true).optional(),
  italic: z.literal(true).optional(),
  raised: z.enum(['super', 'sub']).optional(),
  link: Link.optional(),
};

const TextRun = z.strictObject({
  kind: z.literal('text'),
  text: z.string().min(1).max(100_000, 'One look runs over at most 100,000 characters.'),
  ...looks,
});

/** Words of a fact that a figure or a table gives. */
const FactRun = z.strictObject({
  kind: z.literal('fact'),
  /** the figure or the table it is of */
  of: Id,
  fact: FactRef,
  part: z.enum(FACT_PARTS).default('sentence'),
  ...looks,
});

/** A row of a table: the last one that has a value, or the one at a place along its axis. */
const RowRef = z.union([z.literal('last'), z.strictObject({ at: z.union([z.number(), z.string().max(500)]) })]);

/** A cell of a table. */
const ValueRun = z.strictObject({
  kind: z.literal('value'),
  table: Id,
  column: z.string().min(1).max(500),
  row: RowRef,
  /** null as in the house style */
  decimals: z.number().int().min(0).max(6).nullable().default(null),
  unit: z.boolean().default(true),
  ...looks,
});

/** A sparkline as large as a word. */
const SparkRun = z.strictObject({
  kind: z.literal('sparkline'),
  table: Id,
  column: z.string().min(1).max(500),
  /** so many values from the last one back; null for all */
  last: z.number().int().min(2, 'A sparkline has at least two values.').max(10_000).nullable().default(null),
  draw: z.enum(['line', 'columns']).default('line'),
});

/** “Figure 2”, “Table 1”, or the name of a heading. */
const ReferenceRun = z.strictObject({
  kind: z.literal('reference'),
  /** a thing of the report, or a heading of the manuscript */
  to: Id,
  ...looks,
});

export const DOCUMENT_FIELDS = ['title', 'edition', 'date of data', 'author', 'page', 'pages'] as const;

const FieldRun = z.strictObject({ kind: z.literal('field'), field: z.enum(DOCUMENT_FIELDS), ...looks });

const inline = [TextRun, FactRun, ValueRun, SparkRun, ReferenceRun, FieldRun] as const;
const InNote = z.discriminatedUnion('kind', [...inline]);

const NoteRun = z.strictObject({
  kind: z.literal('footnote'),
  id: Id,
  words: z.array(InNote).max(500),
});

export const Run = z.discriminatedUnion('kind', [...inline, NoteRun]);
export type ProseRun = z.infer<typeof Run>;
export type ProseOf<Kind extends ProseRun['kind']> = Extract<ProseRun, { kind: Kind }>;

/** Words of a block. */
export const Prose = z.array(Run).max(4000, 'A paragraph holds at most 4,000 runs of text and numbers.');
export type Prose = readonly ProseRun[];

/** What makes a run look as it does. */
export type Looks = Pick<ProseOf<'text'>, 'bold' | 'italic' | 'raised' | 'link'>;

/** The looks of a run and nothing else; what has none has an empty one. */
export function looksOf(run: ProseRun): Looks {
  if (run.kind === 'sparkline' || run.kind === 'footnote') return {};
  const { bold, italic, raised, link } = run;
  return { ...(bold && { bold }), ...(italic && { italic }), ...(raised && { raised }), ...(link && { link }) };
}

/** Runs as they are kept: no empty texts, and neighbours of one look joined. */
export function tidyProse(runs: Prose): ProseRun[] {
  const kept: ProseRun[] = [];
  for (const run of runs) {
    const before = kept.at(-1);
    if (run.kind === 'text' && run.text === '') continue;
    if (run.kind === 'text' && before?.kind === 'text' && isSame(looksOf(before), looksOf(run)))
      kept[kept.length - 1] = { ...before, text: before.text + run.text };
    else kept.push(run);
  }
  return kept;
}

/** What the runs that are worked out read as. */
export type SayRun = (run: Exclude<ProseRun, ProseOf<'text'>>) => string;

/** Prose without looks; footnotes are not of the line. */
export const plainProse = (prose: Prose, say: SayRun): string =>
  prose.map((run) => (run.kind === 'text' ? run.text : run.kind === 'footnote' ? '' : say(run))).join('');
