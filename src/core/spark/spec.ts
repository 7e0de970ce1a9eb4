import { z } from 'zod';
import { Emphasis } from '../emphasis/emphasis.ts';
import { Weight } from '../figure/look.ts';
import { FigureWindow, Id } from '../figure/spec.ts';
import { Colour } from '../style/style.ts';

const size = z.number().min(-1e15).max(1e15);
const Key = z.string().min(1).max(200);
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

/** Of what there is a row: each row of the table, each of some columns over the periods, or each category. */
const SparkRows = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rows') }),
  z.strictObject({ kind: z.literal('columns'), columns: z.array(Key).min(1).max(500) }),
  z.strictObject({ kind: z.literal('categories'), category: Key }),
]);

/** From where to where a sparkline's cell reaches. */
const SparkScale = z.strictObject({
  of: z.enum(['each row', 'all rows', 'fixed']).default('each row'),
  floor: z.union([z.enum(['lowest', 'zero']), size]).default('lowest'),
  ceiling: z.union([z.literal('highest'), size]).default('highest'),
});
export type SparkScale = z.infer<typeof SparkScale>;

export const SPARK_KINDS = ['line', 'step', 'area', 'columns', 'win / loss'] as const;

export const Sparkline = z.strictObject({
  ...titled,
  kind: z.literal('sparkline'),
  draw: z.enum(SPARK_KINDS),
  /** where each row of the table has its own sparkline: the columns it runs over */
  over: z.array(Key).max(2000).default([]),
  window: FigureWindow.default('all'),
  /** what wins and loses: the value, or its change on the period or the year before */
  sign: z.enum(['value', 'previous', 'year']).default('value'),
  scale: SparkScale.default(SparkScale.parse({})),
  colour: Colour,
  /** colour of what lies below zero, in columns and win / loss */
  below: Colour,
  weight: Weight.default(0.9),
  emphasis: z.array(Emphasis).max(8).default([]),
  gaps: z.enum(['break', 'bridge', 'zero']).default('break'),
  zeroLine: z.boolean().default(false),
  /** behind the line: the row's mean, a value, or a band of so many standard deviations around the mean */
  reference: z
    .union([
      z.enum(['none', 'mean']),
      z.strictObject({ value: size }),
      z.strictObject({ deviations: z.number().positive('A band is wider than nothing.').max(10) }),
    ])
    .default('none'),
  width: CellWidth,
});
export type Sparkline = z.infer<typeof Sparkline>;

export const DERIVED = ['last', 'first', 'high', 'low', 'mean', 'change', 'change on the year', 'slope'] as const;

export const SparkColumn = z.discriminatedUnion('kind', [
  z.strictObject({ ...titled, kind: z.literal('text') }),
  z.strictObject({ ...titled, kind: z.literal('number') }),
  /** what the row is called, where rows are columns or categories */
  z.strictObject({ id: Id, title: titled.title, kind: z.literal('name') }),
  Sparkline,
  z.strictObject({
    id: Id,
    title: titled.title,
    kind: z.literal('derived'),
    /** id of the sparkline it is taken from */
    of: Id,
    what: z.enum(DERIVED),
    decimals: z.number().int().min(0).max(6).nullable().default(null),
  }),
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
export type SparkColumnOf<Kind extends SparkColumn['kind']> = Extract<SparkColumn, { kind: Kind }>;
export type LevelBars = SparkColumnOf<'spark'>;

/** A printed table with sparklines in its cells. */
export const SparkTableSpec = z.strictObject({
  type: z.literal('spark'),
  id: Id,
  /** name in the report's list */
  name: z.string().min(1, 'Give it a name of at least one letter.').max(200),
  /** id of the table it sets */
  table: Id,
  /** of what there is a row; rows of the table that sum others have none */
  rows: SparkRows.default({ kind: 'rows' }),
  columns: z.array(SparkColumn).min(1, 'A spark table has at least one column.').max(60),
  words: z.strictObject({ title: z.string().max(2000), source: z.string().max(2000) }),
  rowHeight: RowHeight,
});
export type SparkTableSpec = z.infer<typeof SparkTableSpec>;
