import * as z from 'zod';
import { Aside } from '../named/aside.ts';
import { Id } from '../named/id.ts';
import { asOne, keyed } from '../named/keyed.ts';
import { byHouse, type Dressed, houseColour, type Place } from '../style/by-house.ts';
import type { HouseStyle } from '../style/style.ts';
import { NUMBER_POWERS, PLAN_IDS } from '../style/vocabulary.ts';
import { Words } from '../text/rich.ts';
import { Written } from '../text/written.ts';
import { Look, Offset } from './look.ts';
import { Mark } from './marks.ts';
import { Panels } from './panels/spec.ts';

const finite = z.number().min(-1e15).max(1e15);
export const PointKey = z.string().max(4000);

export const Line = z.strictObject({
  id: Id,
  /** key of the table's column */
  column: z.string().min(1),
  /** name in print; null takes it from the column's title */
  name: z.string().max(200).nullable(),
  shown: z.boolean(),
  /** the value axis it is drawn by */
  axis: z.enum(['left', 'right']).default('left'),
  /** where its name stands: after its last point, beside its steepest free place, or nowhere */
  named: z.enum(['end', 'beside', 'none']).default('end'),
  /** the name put by hand, from the line's last point */
  nameMoved: Offset.nullable().default(null),
  /** values put by hand, each from its point, which is told by its place along the axis; in a panel, after the panel's key */
  valuesMoved: keyed(
    z.array(z.strictObject({ at: PointKey, ...Offset.shape })).max(1000),
    'at',
    'values put by hand',
  ).default([]),
  ...Look.shape,
});
export type Line = z.infer<typeof Line>;
export type DressedLine = Dressed<Line>;

/** Grid lines at the ticks of an axis. */
const gridOf = (grid: (style: HouseStyle, place: Place) => 'none' | 'major' | 'minor') => ({
  grid: byHouse(z.enum(['none', 'major', 'minor']), grid).default('house'),
  gridPattern: byHouse(z.enum(['solid', 'dashes', 'dots']), ({ patterns }) => patterns.grid).default('house'),
  /** weight of the grid lines in points; null takes the house style's */
  gridWeight: z
    .number()
    .min(0.1, 'A grid line is at least 0.1 pt.')
    .max(3, 'A grid line is at most 3 pt.')
    .nullable()
    .default(null),
});

export const ValueAxis = z.strictObject({
  /** lower end: found from the data, zero, or a value */
  from: z.union([z.literal('auto'), z.literal('zero'), finite]).default('auto'),
  to: z.union([z.literal('auto'), finite]).default('auto'),
  /** step between major ticks; null chooses a round one */
  every: z.number().positive('A tick interval is above zero.').max(1e15).nullable().default(null),
  /** how many intervals there are, where no step is given; null chooses */
  intervals: z
    .number()
    .int('Give a whole number of intervals.')
    .min(1, 'An axis has at least one interval.')
    .max(50, 'An axis has at most 50 intervals.')
    .nullable()
    .default(null),
  /** into how many parts minor ticks divide an interval; 1 for none */
  minor: z
    .number()
    .int('Give a whole number of parts.')
    .min(1, 'An interval has at least one part.')
    .max(20, 'An interval is divided into at most 20 parts.')
    .default(1),
  scale: z.enum(['linear', 'log']).default('linear'),
  direction: z.enum(['up', 'down']).default('up'),
  /** in what the numbers are written */
  numbers: byHouse(z.enum(NUMBER_POWERS), ({ numbers }) => numbers.powers).default('house'),
  /** a plus sign before numbers above zero */
  plus: z.boolean().default(false),
  /** where the unit stands: in the caption, at each number, or at the last one */
  unit: z.enum(['caption', 'each', 'last']).default('caption'),
  ticks: byHouse(z.enum(['none', 'outside', 'inside', 'across']), ({ axes }) => axes.ticks).default('house'),
  line: byHouse(z.boolean(), ({ axes }) => axes.line).default('house'),
  zeroLine: byHouse(z.boolean(), ({ axes }) => axes.zeroLine).default('house'),
  // The grid of the right axis would cross that of the left one.
  ...gridOf(({ axes }, { path }) => (path[0] === 'rightAxis' ? 'none' : axes.grid)),
  /** caption of the axis; null says the unit of its lines */
  title: Words.nullable().default(null),
  titlePlace: byHouse(z.enum(['above', 'along']), ({ axes }) => axes.caption).default('house'),
  /** numbers and caption take the colour of the axis's only line; "auto" where there are two axes */
  coloured: z.enum(['auto', 'yes', 'no']).default('auto'),
});
export type ValueAxis = z.infer<typeof ValueAxis>;
export type DressedAxis = Dressed<ValueAxis>;
export type Side = Line['axis'];

/** How the right axis follows the left one. */
export const Tie = z.strictObject({
  /** each on its own, on one scale, or with ticks that meet */
  kind: z.enum(['free', 'same', 'meet']).default('meet'),
  /** zero stands at the same height on both */
  zero: z.boolean().default(false),
});
export type Tie = z.infer<typeof Tie>;

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
export const WindowEnds = z.strictObject({ from: finite.nullable(), to: finite.nullable() });
export const FigureWindow = z.union([
  z.literal('all'),
  WindowEnds.refine(
    ({ from, to }) => from === null || to === null || from <= to,
    'A window cannot end before it begins.',
  ),
  z.strictObject({ last: z.number().int().min(1, 'Draw at least one period.').max(100_000) }),
]);
export type FigureWindow = z.infer<typeof FigureWindow>;

const CALENDAR_UNITS = ['second', 'minute', 'hour', 'day', 'week', 'month', 'quarter', 'half-year', 'year'] as const;
const DateStep = asOne(
  z.strictObject({
    every: z.number().int('Give a whole number of periods.').min(1, 'Ticks are at least one period apart.').max(1000),
    unit: z.enum(CALENDAR_UNITS),
  }),
);

const LabelPlan = z.union([z.enum(['auto', ...PLAN_IDS]), z.strictObject({ first: z.enum(PLAN_IDS) })]);
/** The plan of a date axis: a certain one, or how one is chosen. */
export type LabelPlan = z.infer<typeof LabelPlan>;

export const DateAxis = z.strictObject({
  /** a date label plan, "auto" for the richest that fits, or one that is taken where it fits */
  plan: byHouse(LabelPlan, ({ dates }) => (dates.plan === 'auto' ? 'auto' : { first: dates.plan })).default('house'),
  /** points stand in the middle of their periods, or on the ticks where these begin */
  points: byHouse(z.enum(['band', 'tick']), ({ dates }) => dates.points).default('house'),
  /** labels of the inner level likewise */
  labels: byHouse(z.enum(['band', 'tick']), ({ dates }) => dates.labels).default('house'),
  /** how often the plan of dates writes one */
  step: DateStep.default({ every: 3, unit: 'month' }),
  /** ticks where labels have theirs (null), or every so many of a calendar unit */
  major: DateStep.nullable().default(null),
  minor: DateStep.nullable().default(null),
  /** first month of the fiscal year, from 1 */
  yearStart: byHouse(
    z.number().int().min(1, 'A year begins in one of 12 months.').max(12, 'A year begins in one of 12 months.'),
    ({ dates }) => dates.yearStart,
  ).default('house'),
  /** first day of the week, from 1 for Monday */
  weekStart: byHouse(
    z.number().int().min(1, 'A week begins on one of 7 days.').max(7, 'A week begins on one of 7 days.'),
    ({ dates }) => dates.weekStart,
  ).default('house'),
  capitals: z.boolean().default(false),
  ...gridOf(({ dates }) => dates.grid),
  /** what stands below the axis across, of whatever kind it is; empty for nothing */
  caption: Words.default(''),
});
export type DateAxis = z.infer<typeof DateAxis>;
export type DressedDateAxis = Dressed<DateAxis>;

const Margin = z
  .number()
  .min(0, 'A plot begins inside its frame.')
  .max(300, 'A plot begins at most 300 mm from the edge.')
  .nullable()
  .default(null);

export const Frame = z.strictObject({
  width: Millimetres,
  height: Millimetres,
  /** from the edges of the frame to the plot in millimetres; null, or less than the labels need, takes what these need */
  plotLeft: Margin,
  plotRight: Margin,
  background: houseColour({ house: 'ground' }).default({ house: 'ground' }),
  /** weight of the border in points; null for none */
  border: z
    .number()
    .min(0.1, 'A border is at least 0.1 pt.')
    .max(6, 'A border is at most 6 pt.')
    .nullable()
    .default(null),
});
export type Frame = z.infer<typeof Frame>;
export type DressedFrame = Dressed<Frame>;

export const BOX_PLACES = [
  'top left',
  'top right',
  'bottom left',
  'bottom right',
  'above',
  'below',
  'outside',
] as const;

/** How lines are named: each at itself, all in a legend box, or not at all. */
const Names = z.strictObject({
  kind: z.enum(['lines', 'box', 'none']).default('lines'),
  box: z.enum(BOX_PLACES).default('top right'),
});

/** A line figure set for print. */
export const FigureSpec = z.strictObject({
  type: z.literal('figure'),
  id: Id,
  /** name in the report's list */
  name: z.string().min(1, 'Give it a name.').max(200),
  /** id of the table it draws */
  table: Id,
  /** key of the column that runs across */
  across: z.string().min(1),
  lines: keyed(z.array(Line).max(200), 'id', 'lines'),
  /** the rows that are drawn, by the column across */
  window: FigureWindow.default('all'),
  dateAxis: DateAxis,
  leftAxis: ValueAxis,
  rightAxis: ValueAxis.default(ValueAxis.parse({})),
  tie: Tie.default({ kind: 'meet', zero: false }),
  words: z.strictObject({ title: Words, subtitle: Words, source: Words }),
  /** for which data the words were written by hand; null where that is not known, or where they follow the data */
  written: z
    .strictObject({
      title: Written.nullable().default(null),
      subtitle: Written.nullable().default(null),
      source: Written.nullable().default(null),
      description: Written.nullable().default(null),
    })
    .default({ title: null, subtitle: null, source: null, description: null }),
  frame: Frame,
  names: Names.default({ kind: 'lines', box: 'top right' }),
  /** small multiples; null for one plot */
  panels: Panels.nullable().default(null),
  /** levels, bands, events and notes, from the back to the front */
  marks: keyed(z.array(Mark).max(200), 'id', 'marks').default([]),
  /** the figure in words, for readers who do not see it; null describes it from the data */
  description: z.string().max(4000).nullable().default(null),
  /** proof notes that were set aside, with the numbers they rested on */
  asides: keyed(z.array(Aside).max(100), 'check', 'notes set aside').default([]),
});
export type FigureSpec = z.infer<typeof FigureSpec>;
/** A figure with all that the house decides put in: what is drawn. */
export type DressedFigure = Dressed<FigureSpec>;
