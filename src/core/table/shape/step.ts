import * as z from 'zod';

const Key = z.string().min(1).max(200);
const number = z.number();

/** What the values of one period or category become when several fall together. */
export const SUMMARIES = ['sum', 'mean', 'last', 'min', 'max'] as const;
export const Summary = z.enum(SUMMARIES);
export type Summary = z.infer<typeof Summary>;

/** Which rows are kept. Bounds are included; null leaves a side open. */
const Test = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('dates'), from: number.nullable(), to: number.nullable() }),
  /** the last so many periods, which moves on with the data */
  z.strictObject({
    kind: z.literal('last'),
    periods: z.number().int().min(1, 'Keep at least one period.').max(10_000),
  }),
  z.strictObject({ kind: z.literal('categories'), keep: z.array(z.string().max(500)).min(1).max(5000) }),
  z.strictObject({ kind: z.literal('numbers'), from: number.nullable(), to: number.nullable() }),
]);

/** One change of a table's shape. */
export const Step = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('keep'), column: Key, test: Test }),
  /** rows become columns and columns rows; the heads of both change places */
  z.strictObject({ kind: z.literal('turn') }),
  /** long form to one column for each category, or each combination of categories */
  z.strictObject({
    kind: z.literal('spread'),
    across: Key,
    categories: z.array(Key).min(1).max(10),
    value: Key,
    together: Summary,
  }),
  /** several columns into two: whose it is, and the value */
  z.strictObject({
    kind: z.literal('gather'),
    columns: z.array(Key).min(1).max(2000),
    name: z.string().trim().min(1).max(200),
    value: z.string().trim().min(1).max(200),
  }),
  z.strictObject({
    kind: z.literal('aggregate'),
    to: z.enum(['week', 'month', 'quarter', 'year']),
    /** first month of the year, from 1 */
    yearStart: z.number().int().min(1).max(12),
    measures: z
      .array(z.strictObject({ column: Key, by: Summary }))
      .min(1)
      .max(2000),
    /** what a period that lacks values becomes */
    lacking: z.enum(['missing', 'taken as it is']),
  }),
  /** one column for each year, over the periods of a year */
  z.strictObject({ kind: z.literal('years'), column: Key, yearStart: z.number().int().min(1).max(12) }),
]);
export type Step = z.infer<typeof Step>;
export type StepOf<Kind extends Step['kind']> = Extract<Step, { kind: Kind }>;

/** Keys of the columns that a step names. */
export function columnsOfStep(step: Step): string[] {
  switch (step.kind) {
    case 'turn':
      return [];
    case 'spread':
      return [step.across, ...step.categories, step.value];
    case 'gather':
      return step.columns;
    case 'aggregate':
      return step.measures.map((measure) => measure.column);
    default:
      return [step.column];
  }
}
