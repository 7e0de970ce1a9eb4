/** Small multiples: how a figure is split into panels, and what its panels share. */
import * as z from 'zod';
import { keyed, nameSet } from '../../named/keyed.ts';
import { byHouse, type Dressed, houseColour } from '../../style/by-house.ts';
import { Colour } from '../../style/colour.ts';
import { Summary } from '../../table/shape/step.ts';

/** What a figure is split by: the texts of a column, or its lines, each of which then has a panel of its own. */
export const Split = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('category'), column: z.string().min(1).max(200) }),
  z.strictObject({ kind: z.literal('lines') }),
]);
export type Split = z.infer<typeof Split>;

const PANEL_SCALES = ['all', 'rows', 'panels'] as const;
const PANEL_ORDERS = ['table', 'name', 'last', 'change'] as const;

/** A category's text, or a line's id. */
const Key = z.string().max(500);

const PanelColours = z.discriminatedUnion('kind', [
  /** each line as it is set */
  z.strictObject({ kind: z.literal('lines') }),
  /** one colour for each category, in turn */
  z.strictObject({
    kind: z.literal('categories'),
    palette: byHouse(z.array(Colour).min(1).max(24), ({ palette }) => palette.map(({ colour }) => colour)).default(
      'house',
    ),
  }),
  /** some categories in one colour, or in their lines' colours (null), the rest in one that stands back */
  z.strictObject({
    kind: z.literal('accent'),
    keys: nameSet(z.array(Key).max(200), 'accents'),
    accent: houseColour({ house: 'accent' }).nullable().default(null),
    rest: houseColour({ house: 'rest' }).default({ house: 'rest' }),
  }),
]);

export const Panels = z.strictObject({
  /** from left to right; where nothing runs down, in as many rows as are needed */
  by: Split,
  /** from top to bottom; null for rows that are filled one after the other */
  down: Split.nullable().default(null),
  /** panels in a row, where nothing runs down; null chooses by the frame */
  perRow: z
    .number()
    .int('Give a whole number of panels.')
    .min(1, 'A row has at least one panel.')
    .max(24, 'A row has at most 24 panels.')
    .nullable()
    .default(null),
  /** what shares a value scale: all panels, those of a row, or each panel has its own */
  scale: z.enum(PANEL_SCALES).default('all'),
  order: z
    .strictObject({
      /** as in the table, by name, by the last finished value, or by the change from first to last in the window */
      by: z.enum(PANEL_ORDERS),
      descending: z.boolean(),
    })
    .default({ by: 'table', descending: false }),
  colours: PanelColours.default({ kind: 'lines' }),
  /** colours of single categories, before those above */
  own: keyed(z.array(z.strictObject({ key: Key, colour: Colour })).max(200), 'key', 'colours').default([]),
  /** categories or lines that have no panel */
  without: z
    .strictObject({ by: nameSet(z.array(Key).max(200), 'panels'), down: nameSet(z.array(Key).max(200), 'panels') })
    .default({ by: [], down: [] }),
  /** colour in which the lines of the other panels stand behind; null leaves them out */
  behind: houseColour({ house: 'behind' }).nullable().default(null),
  /** what several rows of one period become in a panel; null sums counts and averages shares and prices */
  together: Summary.nullable().default(null),
});
export type Panels = z.infer<typeof Panels>;
export type DressedPanels = Dressed<Panels>;
