import * as z from 'zod';
import { FigureWindow } from '../figure/spec.ts';
import { Aside } from '../named/aside.ts';
import { Id } from '../named/id.ts';
import { keyed } from '../named/keyed.ts';
import { byHouse, type Dressed, houseColour } from '../style/by-house.ts';
import { GAPS } from '../style/vocabulary.ts';
import { SpreadName } from '../table/calc/together.ts';
import { Words } from '../text/rich.ts';
import { lookParts } from './look.ts';

const size = z.number().min(-1e15).max(1e15);
const Key = z.string().min(1).max(200);

/** Width of a cell and height of a row in millimetres. */
const CellWidth = z.number().min(6, 'A cell is at least 6 mm wide.').max(200, 'A cell is at most 200 mm wide.');
export const RowHeight = z.number().min(3, 'A row is at least 3 mm high.').max(40, 'A row is at most 40 mm high.');

const headed = {
  id: Id,
  /** header; null takes it from the data */
  title: z.string().max(200).nullable(),
  /** out of sight; what is drawn from it stays */
  tucked: z.boolean().default(false),
};
/** Columns of texts and numbers; null is as wide as they need. */
const written = { ...headed, width: CellWidth.nullable().default(null) };
/** key of the table's column whose values stand in the cells */
const column = Key;
const decimals = z.number().int().min(0).max(6).nullable().default(null);

/** Of what there is a row: each row of the table, each of some columns over the periods, or each category. */
const SparkRows = z.discriminatedUnion('kind', [
  /** `names` is the column whose texts tell the rows apart; null for the first column of texts */
  z.strictObject({ kind: z.literal('rows'), names: Key.nullable().default(null) }),
  z.strictObject({ kind: z.literal('columns'), columns: z.array(Key).min(1).max(2000) }),
  z.strictObject({ kind: z.literal('categories'), category: Key }),
]);

/** From where to where a sparkline's cell reaches. */
const SparkScale = z.strictObject({
  of: z.enum(['each row', 'all rows', 'group', 'fixed']).default('each row'),
  floor: z.union([z.enum(['lowest', 'zero']), size]).default('lowest'),
  ceiling: z.union([z.enum(['highest', 'zero']), size]).default('highest'),
});
export type SparkScale = z.infer<typeof SparkScale>;

/** What a row has of its own; all else it takes from its column. */
export const SparkException = z.strictObject({
  /** the row, by its name, so that it is found again in new data */
  row: z.string().max(500),
  ...z.strictObject(lookParts).partial().shape,
  window: FigureWindow.optional(),
  scale: SparkScale.optional(),
});
export type SparkException = z.infer<typeof SparkException>;
export type DressedException = Dressed<SparkException>;

export const Sparkline = z.strictObject({
  ...headed,
  column,
  kind: z.literal('sparkline'),
  /** where each row of the table has its own sparkline: the columns it runs over */
  over: z.array(Key).max(2000).default([]),
  window: FigureWindow.default('all'),
  /** what wins and loses: the value, or its change on the period or the year before */
  sign: z.enum(['value', 'previous', 'year']).default('value'),
  /** the other edge of a range band: a column of the table, or the same months a year before */
  edge: z.union([z.literal('year before'), z.strictObject({ column: Key })]).default('year before'),
  scale: SparkScale.default(SparkScale.parse({})),
  ...lookParts,
  weight: lookParts.weight.default('house'),
  emphasis: lookParts.emphasis.default([]),
  markers: lookParts.markers.default({ on: 'none', size: 1.6 }),
  fill: lookParts.fill.default('zero'),
  fillOpacity: lookParts.fillOpacity.default(null),
  zeroLine: lookParts.zeroLine.default(false),
  background: lookParts.background.default(null),
  gaps: byHouse(z.enum(GAPS), ({ gaps }) => gaps).default('house'),
  /** behind the line: the row's mean, a value, a column, a band of so many standard deviations around the mean, or of the same periods in years before, with their mean */
  reference: z
    .union([
      z.enum(['none', 'mean']),
      z.strictObject({ value: size }),
      z.strictObject({ column: Key }),
      z.strictObject({ deviations: z.number().positive('The width of a band is above zero.').max(10) }),
      z.strictObject({
        years: z.number().int().min(2, 'At least two years make a band.').max(50, 'A band takes at most 50 years.'),
        spread: SpreadName,
      }),
    ])
    .default('none'),
  exceptions: keyed(z.array(SparkException).max(2000), 'row', 'exceptions').default([]),
  /** the values it runs through, as columns of numbers beside it */
  source: z.enum(['tucked', 'shown']).default('tucked'),
  width: CellWidth,
});
export type Sparkline = z.infer<typeof Sparkline>;
export type DressedSparkline = Dressed<Sparkline>;

export const DERIVED = ['last', 'first', 'high', 'low', 'mean', 'change', 'change on the year', 'slope'] as const;
export type DerivedKind = (typeof DERIVED)[number];

export const SparkColumn = z.discriminatedUnion('kind', [
  z.strictObject({ ...written, column, kind: z.literal('text') }),
  z.strictObject({ ...written, column, kind: z.literal('number'), decimals }),
  /** what the row is called, where rows are columns or categories */
  z.strictObject({ ...written, kind: z.literal('name') }),
  Sparkline,
  z.strictObject({
    ...written,
    kind: z.literal('derived'),
    /** id of the sparkline it is taken from */
    of: Id,
    what: z.enum(DERIVED),
    decimals,
    /** falls in the colour of what lies below zero, as well as with their sign */
    coloured: z.boolean().default(false),
  }),
  z.strictObject({
    ...headed,
    column,
    kind: z.literal('level bars'),
    /** one value as a share of the ceiling that all rows have in common */
    draw: z.literal('level bar'),
    colour: houseColour({ house: 0 }),
    /** the value of a full bar: the highest of all rows and of the target, or a given one */
    ceiling: z.union([z.literal('highest'), size.positive('A full bar stands for a value above zero.')]),
    /** a tick across every bar; null for none */
    target: size.nonnegative('A level bar starts at zero, so its target cannot be below zero.').nullable(),
    /** rows with a colour of their own */
    exceptions: keyed(
      z.array(z.strictObject({ row: z.string().max(500), colour: houseColour({ house: 0 }) })).max(2000),
      'row',
      'exceptions',
    ).default([]),
    width: CellWidth,
  }),
]);
export type SparkColumn = z.infer<typeof SparkColumn>;
export type DressedColumn = Dressed<SparkColumn>;
export type SparkColumnOf<Kind extends SparkColumn['kind']> = Extract<SparkColumn, { kind: Kind }>;
export type LevelBars = SparkColumnOf<'level bars'>;
export type DressedBars = Dressed<LevelBars>;

/** A row of sums: whether it is there, and what it is called. */
const SumRow = z.strictObject({ shown: z.boolean(), name: z.string().max(200) });

/** Order, groups and sums of the rows, none of them with a default. */
export const orderParts = {
  /** by which column rows stand in order, by its id; null as in the table */
  sort: z.strictObject({ by: Id, descending: z.boolean() }).nullable(),
  /** what rows are put together by: a column of texts, or their unit */
  group: z.union([z.literal('unit'), z.strictObject({ column: Key })]).nullable(),
  subtotals: SumRow,
  total: SumRow,
  /** what a subtotal or total is of the rows it stands for */
  sums: z.enum(['sum', 'mean']),
  /** a sum stands for the parts that are known where one is missing; otherwise it is missing, too */
  partial: z.boolean(),
  /** rows whose names hold this are shown, where * stands for any letters; empty for all */
  filter: z.string().max(200),
};
const SparkOrder = z.strictObject({
  sort: orderParts.sort.default(null),
  group: orderParts.group.default(null),
  subtotals: SumRow.default({ shown: false, name: 'Subtotal' }),
  total: SumRow.default({ shown: false, name: 'Total' }),
  sums: orderParts.sums.default('sum'),
  partial: orderParts.partial.default(false),
  filter: orderParts.filter.default(''),
});

export const SparkFrame = z.strictObject({
  /** every second row on a tint */
  zebra: z.boolean().default(false),
  rules: z.enum(['rows', 'fives', 'groups', 'none']).default('rows'),
});
export type SparkFrame = z.infer<typeof SparkFrame>;

/** A text over the headers of neighbouring columns. */
export const HeadText = z.strictObject({
  id: Id,
  text: z.string().min(1, 'Give the header some text.').max(200),
  from: Id,
  to: Id,
});

/** A printed table with sparklines in its cells. */
export const SparkTableSpec = z.strictObject({
  type: z.literal('spark'),
  id: Id,
  /** name in the report's list */
  name: z.string().min(1, 'Give it a name.').max(200),
  /** id of the table it sets */
  table: Id,
  /** of what there is a row; rows of the table that sum others have none */
  rows: SparkRows.default({ kind: 'rows', names: null }),
  order: SparkOrder.default(SparkOrder.parse({})),
  columns: keyed(z.array(SparkColumn).min(1, 'A spark table has at least one column.').max(60), 'id', 'columns'),
  heads: keyed(z.array(HeadText).max(30), 'id', 'texts over headers').default([]),
  words: z.strictObject({ title: Words, subtitle: Words.default(''), source: Words }),
  rowHeight: RowHeight,
  frame: SparkFrame.default(SparkFrame.parse({})),
  /** proof notes that were set aside, with the numbers they rested on */
  asides: keyed(z.array(Aside).max(100), 'check', 'notes set aside').default([]),
});
export type SparkTableSpec = z.infer<typeof SparkTableSpec>;
/** A spark table with all that the house decides put in: what is drawn. */
export type DressedSparkTable = Dressed<SparkTableSpec>;
