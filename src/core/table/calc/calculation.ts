import * as z from 'zod';
import { SaidMeasure } from '../measure/kind.ts';
import { LONGER, STATISTICS } from './together.ts';

const Key = z.string().min(1).max(200);
const number = z.number().min(-1e15, 'Give a number above −10¹⁵.').max(1e15, 'Give a number below 10¹⁵.');
/** first month of the fiscal year, from 1 */
const YearStart = z.number().int().min(1).max(12);
const Base = z.enum(['previous', 'year']);

/** One side of an arithmetic rule: the value of a column in the same row, or a number. */
const Operand = z.union([z.strictObject({ column: Key }), z.strictObject({ number })]);
export type Operand = z.infer<typeof Operand>;

/** How the values of a calculated column come about. */
export const Rule = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('level'), value: number }),
  z.strictObject({ kind: z.literal('year earlier'), column: Key }),
  z.strictObject({ kind: z.literal('change'), column: Key, on: Base, as: z.enum(['difference', 'percent']) }),
  /** −1, 0 or 1: of the value itself, or of its change */
  z.strictObject({ kind: z.literal('sign'), column: Key, on: z.enum(['value', 'previous', 'year']) }),
  z.strictObject({
    kind: z.literal('rolling mean'),
    column: Key,
    periods: z.number().int().min(2, 'A rolling mean takes at least 2 periods.').max(1000),
    place: z.enum(['trailing', 'centred']),
  }),
  z.strictObject({ kind: z.literal('cumulative'), column: Key, yearStart: YearStart }),
  /** percentage of the sum of some columns in the row, or of the column over all rows or those of the same period */
  z.strictObject({
    kind: z.literal('share'),
    column: Key,
    of: z.union([z.enum(['all rows', 'same period']), z.array(Key).min(1).max(200)]),
  }),
  /** 100 at the base period; null takes the first value */
  z.strictObject({ kind: z.literal('index'), column: Key, base: z.number().nullable() }),
  z.strictObject({ kind: z.literal('difference'), column: Key, from: Key }),
  z.strictObject({ kind: z.literal('arithmetic'), left: Operand, sign: z.enum(['+', '−', '×', '÷']), right: Operand }),
  z.strictObject({ kind: z.literal('finished'), column: Key }),
  /** a statistic of the same period in the years before, of those that are there */
  z.strictObject({
    kind: z.literal('past years'),
    column: Key,
    years: z
      .number()
      .int('Give a whole number of years.')
      .min(2, 'At least two years make a band.')
      .max(50, 'A band takes at most 50 years.'),
    of: z.enum(STATISTICS),
  }),
  /** a statistic of all rows of a longer period, the same in each of them */
  z.strictObject({ kind: z.literal('longer period'), column: Key, to: z.enum(LONGER), of: z.enum(STATISTICS) }),
]);
export type Rule = z.infer<typeof Rule>;

/** A column that is calculated from others and stays so when they change. */
export const Calculation = z.strictObject({
  key: Key,
  title: z.string().trim().min(1, 'Give the column a title.').max(500),
  /** overrides the unit that follows from the rule */
  unit: z.string().max(80).nullable().optional(),
  /** overrides what it measures by its rule */
  measure: SaidMeasure.optional(),
  decimals: z.number().int().min(0).max(6).optional(),
  rule: Rule,
});
export type Calculation = z.infer<typeof Calculation>;

/** Keys of the columns that a rule reads. */
export function columnsOfRule(rule: Rule): string[] {
  switch (rule.kind) {
    case 'level':
      return [];
    case 'share':
      return typeof rule.of === 'string' ? [rule.column] : [rule.column, ...rule.of];
    case 'difference':
      return [rule.column, rule.from];
    case 'arithmetic':
      return [rule.left, rule.right].flatMap((side) => ('column' in side ? [side.column] : []));
    default:
      return [rule.column];
  }
}
