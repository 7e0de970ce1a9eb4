import * as z from 'zod';
import { keyed } from '../named/keyed.ts';
import { DIGITS, FIRST_FAMILY, TEXT_FAMILY } from '../type/families.ts';
import { Colour } from './colour.ts';
import { Pages } from './pages.ts';
import { EMPHASISED, GAPS, MARKER_SHAPES, NUMBER_POWERS, PATTERNS, PLAN_IDS } from './vocabulary.ts';

const TypeSize = z.number().min(4, 'Type is at least 4 pt.').max(40, 'Type is at most 40 pt.');
const Stroke = z.number().min(0.1, 'A stroke is at least 0.1 pt.').max(12, 'A stroke is at most 12 pt.');
const FineStroke = z.number().min(0.1, 'A stroke is at least 0.1 pt.').max(6, 'This stroke is at most 6 pt.');
const PointSize = z.number().min(0.5, 'A marker is at least 0.5 pt.').max(30, 'A marker is at most 30 pt.');
const Pattern = z.enum(PATTERNS);
const Opacity = z
  .number()
  .min(0.02, 'The strength of an area is at least 2%.')
  .max(1, 'The strength of an area is at most 100%.');
const Name = z.string().min(1, 'Give it a name.');
const Millimetres = z.number().min(30, 'A figure is at least 30 mm wide and high.').max(600, 'At most 600 mm.');

/** How a kind of emphasised point is told apart without colour. */
const PointLook = z.strictObject({ shape: z.enum([...MARKER_SHAPES, 'none']), filled: z.boolean() });
const POINTS: Readonly<Record<(typeof EMPHASISED)[number], z.infer<typeof PointLook>>> = {
  high: { shape: 'triangle up', filled: true },
  low: { shape: 'triangle down', filled: false },
  first: { shape: 'ring', filled: false },
  last: { shape: 'circle', filled: true },
  negative: { shape: 'square', filled: true },
  turns: { shape: 'diamond', filled: false },
  above: { shape: 'plus', filled: true },
  below: { shape: 'cross', filled: true },
};

/** Emphasised points, their size in figures and in sparklines. */
const Points = z.strictObject({
  ...(Object.fromEntries(EMPHASISED.map((of) => [of, PointLook.default(POINTS[of])])) as {
    [Of in (typeof EMPHASISED)[number]]: z.ZodDefault<typeof PointLook>;
  }),
  size: PointSize.default(4.5),
  sparkSize: PointSize.default(3.2),
});

/** A family of type; its name tells which one it was where the family is not there. */
export const FamilyRef = z.strictObject({
  id: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'There is no typeface of that name.'),
  name: Name.max(100),
});
export type FamilyRef = z.infer<typeof FamilyRef>;
const FIRST_REF = { id: FIRST_FAMILY.id, name: FIRST_FAMILY.name };
const TEXT_REF = { id: TEXT_FAMILY.id, name: TEXT_FAMILY.name };

const months = z.array(z.string().min(1).max(20)).length(12, 'A year has twelve months.');

/** How numbers and dates are written; null as the report's language has it. */
const Numbers = z
  .strictObject({
    decimal: z.enum(['.', ',']).nullable().default(null),
    group: z.enum([',', '.', '\u00a0', '\u202f', '’', '']).nullable().default(null),
    minus: z.enum(['\u2212', '-']).nullable().default(null),
    beforePercent: z.enum(['', '\u00a0', '\u202f']).nullable().default(null),
    /** where a sign of money such as € stands */
    currency: z.enum(['before', 'after']).nullable().default(null),
    /** what stands for a missing value */
    missing: z.string().max(12, 'A missing value is shown by at most 12 characters.').nullable().default(null),
    /** decimals that values have at most; null for as many as tell them apart */
    decimals: z.number().int().min(0, 'At least 0 decimals.').max(6, 'At most 6 decimals.').nullable().default(null),
    /** in what the numbers of value axes are written */
    powers: z.enum(NUMBER_POWERS).default('auto'),
    months: months.nullable().default(null),
    monthsShort: months.nullable().default(null),
  })
  .refine(
    ({ decimal, group }) => decimal === null || decimal !== group,
    'Thousands and decimals need different signs.',
  );

/**
 * A house style: one look for all reports of a house. Sizes of type, strokes
 * and markers are in points, those of figures in millimetres, opacities from 0
 * to 1. What came to it later has a default, by which older styles look as before.
 */
export const HouseStyle = z.strictObject({
  name: Name.max(80),
  ink: Colour,
  quiet: Colour,
  rule: Colour,
  axis: Colour,
  /** what everything stands on */
  ground: Colour.default('#ffffff'),
  /** what stands out before the rest */
  accent: Colour.default('#5b3a63'),
  /** lines that are not accented, and the paler ones that stand behind */
  rest: Colour.default('#8b8391'),
  behind: Colour.default('#d9d4da'),
  /** what level bars stand in, and every other row of a spark table */
  track: Colour.default('#efeae3'),
  zebra: Colour.default('#f6f3ee'),
  /** what lies above and below zero, where colour says so as well as a sign */
  positive: Colour.default('#1f7a7a'),
  negative: Colour.default('#b5492f'),
  /** colours given to lines in turn */
  palette: z
    .array(z.strictObject({ name: Name.max(40), colour: Colour }))
    .min(1, 'A palette has at least one colour.')
    .max(24, 'A palette has at most 24 colours.'),
  /** for whom lines whose colours are too near are told apart by their patterns, without a word */
  apart: z.strictObject({ cones: z.boolean(), greyscale: z.boolean() }).default({ cones: true, greyscale: false }),
  /** what always has the same colour, by its name in print */
  names: keyed(z.array(z.strictObject({ name: Name.max(200), colour: Colour })).max(200), 'name', 'names').default([]),
  /** typefaces: of all words in figures and spark tables, of their titles and of headings, and of text on pages; the kind of digits, null as the typeface has them */
  type: z
    .strictObject({
      figures: FamilyRef,
      headings: FamilyRef,
      text: FamilyRef.default(TEXT_REF),
      digits: z.enum(DIGITS).nullable(),
    })
    .default({ figures: FIRST_REF, headings: FIRST_REF, text: TEXT_REF, digits: null }),
  sizes: z.strictObject({
    title: TypeSize,
    subtitle: TypeSize,
    label: TypeSize,
    source: TypeSize,
    /** values and names at lines; null for that of the labels */
    value: TypeSize.nullable().default(null),
    name: TypeSize.nullable().default(null),
    /** on pages: text, captions, and headings from the first level down */
    text: TypeSize.default(10),
    caption: TypeSize.default(8),
    heading1: TypeSize.default(16),
    heading2: TypeSize.default(12),
    heading3: TypeSize.default(10),
    /** smaller type is told in a proof note */
    least: TypeSize.default(6),
  }),
  /** whether words are semibold */
  bold: z
    .strictObject({
      title: z.boolean(),
      value: z.boolean(),
      name: z.boolean(),
      subtitle: z.boolean().default(false),
      /** numbers and names at axes */
      label: z.boolean().default(false),
      source: z.boolean().default(false),
      heading: z.boolean().default(true),
      caption: z.boolean().default(false),
    })
    .default({
      title: true,
      value: true,
      name: true,
      subtitle: false,
      label: false,
      source: false,
      heading: true,
      caption: false,
    }),
  strokes: z.strictObject({
    line: Stroke,
    /** lines that stand out before the rest */
    chosen: Stroke.default(1.9),
    axis: FineStroke,
    grid: FineStroke,
    level: Stroke.default(0.9),
    event: Stroke.default(0.6),
    difference: Stroke.default(0.6),
    spark: Stroke.default(0.9),
  }),
  patterns: z
    .strictObject({
      unfinished: Pattern,
      level: Pattern,
      event: Pattern,
      grid: z.enum(['solid', 'dashes', 'dots']),
      /** of lines once each colour was given, and of those whose colours are too near */
      turn: z.array(Pattern).min(1, 'Keep at least one pattern.').max(8),
    })
    .default({
      unfinished: 'dots',
      level: 'dots',
      event: 'dashes',
      grid: 'solid',
      turn: ['dashes', 'dots', 'dash-dot', 'long dashes'],
    }),
  /** what stands where a value is missing */
  gaps: z.enum(GAPS).default('break'),
  opacities: z.strictObject({ area: Opacity, band: Opacity }).default({ area: 0.16, band: 0.14 }),
  markers: z
    .strictObject({ shape: z.enum(MARKER_SHAPES), filled: z.boolean(), size: PointSize })
    .default({ shape: 'circle', filled: true, size: 3.6 }),
  points: Points.default(Points.parse({})),
  axes: z
    .strictObject({
      grid: z.enum(['none', 'major', 'minor']),
      ticks: z.enum(['none', 'outside', 'inside', 'across']),
      line: z.boolean(),
      zeroLine: z.boolean(),
      caption: z.enum(['above', 'along']),
    })
    .default({ grid: 'major', ticks: 'none', line: false, zeroLine: true, caption: 'above' }),
  dates: z
    .strictObject({
      points: z.enum(['band', 'tick']),
      labels: z.enum(['band', 'tick']),
      grid: z.enum(['none', 'major', 'minor']),
      /** the label plan that is taken where it fits; "auto" for the richest that does */
      plan: z.enum(['auto', ...PLAN_IDS]).default('auto'),
      /** first day of the week, from 1 for Monday */
      weekStart: z.number().int().min(1, 'A week begins on one of 7 days.').max(7, 'A week has 7 days.').default(1),
      /** first month of the fiscal year, from 1 */
      yearStart: z.number().int().min(1, 'A year begins in one of 12 months.').max(12, 'A year has 12 months.'),
    })
    .default({ points: 'band', labels: 'band', grid: 'none', plan: 'auto', weekStart: 1, yearStart: 1 }),
  numbers: Numbers.default(Numbers.parse({})),
  pages: Pages.default(Pages.parse({})),
  /** sizes that figures of the house have */
  figures: keyed(
    z.array(z.strictObject({ name: Name.max(40), width: Millimetres, height: Millimetres })).max(40),
    'name',
    'sizes',
  ).default([]),
});
export type HouseStyle = z.infer<typeof HouseStyle>;

/** The house style a new report begins with. */
export const DEFAULT_STYLE: HouseStyle = HouseStyle.parse({
  name: 'Skerry plain',
  ink: '#2b2530',
  quiet: '#6e6574',
  rule: '#e3ddd5',
  axis: '#8b8391',
  palette: [
    { name: 'aubergine', colour: '#5b3a63' },
    { name: 'ochre', colour: '#c2811a' },
    { name: 'teal', colour: '#1f7a7a' },
    { name: 'brick', colour: '#b5492f' },
    { name: 'slate', colour: '#66707d' },
    { name: 'moss', colour: '#74852b' },
  ],
  sizes: { title: 9.5, subtitle: 7.2, label: 7.2, source: 6.4 },
  strokes: { line: 1.3, axis: 0.5, grid: 0.4 },
});
