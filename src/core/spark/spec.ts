import { z } from 'zod';
import { Id } from '../figure/spec.ts';
import { Colour } from '../style/style.ts';

const size = z.number().min(-1e15).max(1e15);
const titled = {
  id: Id,
  /** key of the table's column whose values stand in the cells */
  column: z.string().min(1),
  /** header; null takes it from the table's column */
  title: z.string().max(200).nullable(),
};

/** Width of a sparkline's cell and height of a row in millimetres. */
const CellWidth = z.number().min(6, 'A cell is at least 6 mm wide.').max(200, 'A cell is at most 200 mm wide.');
export const RowHeight = z.number().min(3, 'A row is at least 3 mm high.').max(40, 'A row is at most 40 mm high.');

export const SparkColumn = z.discriminatedUnion('kind', [
  z.strictObject({ ...titled, kind: z.literal('text') }),
  z.strictObject({ ...titled, kind: z.literal('number') }),
  z.strictObject({
    ...titled,
    kind: z.literal('spark'),
    /** one value as a share of the ceiling that all rows have in common */
    draw: z.literal('level bar'),
    colour: Colour,
    /** the value of a full bar: the highest of all rows and of the target, or a given one */
    ceiling: z.union([z.literal('highest'), size.positive('A full bar stands for a value above zero.')]),
    /** a tick across every bar; null for none */
    target: size.nonnegative('A level bar begins at zero, so its target is not below it.').nullable(),
    width: CellWidth,
  }),
]);
export type SparkColumn = z.infer<typeof SparkColumn>;
export type LevelBars = Extract<SparkColumn, { kind: 'spark' }>;

/** A printed table with sparklines in its cells. */
export const SparkTableSpec = z.strictObject({
  type: z.literal('spark'),
  id: Id,
  /** name in the report's list */
  name: z.string().min(1, 'Give it a name of at least one letter.').max(200),
  /** id of the table it sets; a row for each of its rows that is no total */
  table: Id,
  columns: z.array(SparkColumn).min(1, 'A spark table has at least one column.').max(60),
  words: z.strictObject({ title: z.string().max(2000), source: z.string().max(2000) }),
  rowHeight: RowHeight,
});
export type SparkTableSpec = z.infer<typeof SparkTableSpec>;
