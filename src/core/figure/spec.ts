import { z } from 'zod';
import { Colour } from '../style/style.ts';
import { PLAN_IDS } from './date-plans.ts';

/** Identifier of a thing in a report. */
export const Id = z.string().regex(/^[\w-]{1,64}$/, 'An id has up to 64 letters, digits, - or _.');

const Words = z.string().max(2000);
const finite = z.number().min(-1e15).max(1e15);

/** Stroke weight of a line in points. */
export const Weight = z.number().min(0.1, 'A stroke is at least 0.1 pt.').max(12, 'A stroke is at most 12 pt.');

export const Line = z.strictObject({
  id: Id,
  /** key of the table's column */
  column: z.string().min(1),
  /** name in print; null takes it from the column's title */
  name: z.string().max(200).nullable(),
  colour: Colour,
  weight: Weight,
  shown: z.boolean(),
});
export type Line = z.infer<typeof Line>;

export const LeftAxis = z.strictObject({
  /** lower end: found from the data, zero, or a value */
  from: z.union([z.literal('auto'), z.literal('zero'), finite]),
  to: z.union([z.literal('auto'), finite]),
  /** step between major ticks; null chooses a round one */
  every: z.number().positive('A tick interval is above zero.').max(1e15).nullable(),
  /** flat caption above the axis; null says the unit of its lines */
  title: Words.nullable(),
});
export type LeftAxis = z.infer<typeof LeftAxis>;

/** Size of a figure in millimetres. */
export const Millimetres = z
  .number()
  .min(30, 'A figure is at least 30 mm wide and high.')
  .max(600, 'A figure is at most 600 mm wide and high.');

/**
 * Which rows are drawn: all, those from one across value to another (both
 * included, by whole periods for dates; null leaves a side open), or the last
 * periods, which move on with the data.
 */
export const FigureWindow = z.union([
  z.literal('all'),
  z
    .strictObject({ from: finite.nullable(), to: finite.nullable() })
    .refine(({ from, to }) => from === null || to === null || from <= to, 'A window ends no earlier than it begins.'),
  z.strictObject({ last: z.number().int().min(1, 'Draw at least one period.').max(100_000) }),
]);
export type FigureWindow = z.infer<typeof FigureWindow>;

/** A line figure set for print. */
export const FigureSpec = z.strictObject({
  type: z.literal('figure'),
  id: Id,
  /** name in the report's list */
  name: z.string().min(1, 'Give it a name of at least one letter.').max(200),
  /** id of the table it draws */
  table: Id,
  /** key of the column that runs across */
  across: z.string().min(1),
  lines: z.array(Line).max(200),
  /** the rows that are drawn, by the column across */
  window: FigureWindow.default('all'),
  dateAxis: z.strictObject({
    /** a date label plan, or "auto" for the richest that fits */
    plan: z.enum(['auto', ...PLAN_IDS]),
  }),
  leftAxis: LeftAxis,
  words: z.strictObject({ title: Words, subtitle: Words, source: Words }),
  frame: z.strictObject({ width: Millimetres, height: Millimetres }),
});
export type FigureSpec = z.infer<typeof FigureSpec>;
