/** How a line looks: stroke, markers, emphasis and the values shown. Everything here can be picked up and laid on another line. */

import * as z from 'zod';
import { FILLS, FillOpacity } from '../mark/area.ts';
import { CURVES } from '../mark/curve.ts';
import { Emphasis, MarkerSize } from '../mark/emphasis.ts';
import { Weight } from '../mark/weight.ts';
import { asOne, keyed } from '../named/keyed.ts';
import { byHouse, type Dressed, houseColour, isHouseColour, type Place } from '../style/by-house.ts';
import { Colour } from '../style/colour.ts';
import type { HouseStyle } from '../style/style.ts';
import { GAPS, MARKER_SHAPES, PATTERNS, type Pattern } from '../style/vocabulary.ts';

const every = z
  .number()
  .int('Give a whole number of points.')
  .min(1, 'Give 1 for every point, or more.')
  .max(10_000)
  .default(3);

export const Markers = z.strictObject({
  on: z.enum(['none', 'all', 'ends', 'every', 'emphasis']).default('none'),
  every,
  shape: byHouse(z.enum(MARKER_SHAPES), ({ markers }) => markers.shape).default('house'),
  filled: byHouse(z.boolean(), ({ markers }) => markers.filled).default('house'),
  size: byHouse(MarkerSize, ({ markers }) => markers.size).default('house'),
});
export type Markers = z.infer<typeof Markers>;

/** Where a label was put by hand, as an offset from its point in points. */
export const Offset = asOne(
  z.strictObject({ dx: z.number().min(-2000).max(2000), dy: z.number().min(-2000).max(2000) }),
);
export type Offset = z.infer<typeof Offset>;

export const ValuesShown = z.strictObject({
  on: z.enum(['none', 'ends', 'last', 'emphasis', 'every', 'all']).default('emphasis'),
  every,
  /** the side that is tried first */
  place: z.enum(['auto', 'above', 'below', 'left', 'right']).default('auto'),
  /** whether a value that finds no room on that side is left out instead of standing on another */
  only: z.boolean().default(false),
  /** decimals of the numbers; null for as many as the values have */
  decimals: z.number().int().min(0, 'At least 0 decimals.').max(6, 'At most 6 decimals.').nullable().default(null),
  unit: z.boolean().default(false),
  /** type size in points; null for that of the axis labels */
  size: z.number().min(4, 'Type is at least 4 pt.').max(40, 'Type is at most 40 pt.').nullable().default(null),
  bold: byHouse(z.boolean(), ({ bold }) => bold.value).default('house'),
  /** null for the colour of the line */
  colour: Colour.nullable().default(null),
  /** key of another column whose cells are written instead; null for the line's own */
  column: z.string().min(1).nullable().default(null),
});
export type ValuesShown = z.infer<typeof ValuesShown>;

/** The pattern of a line of the house: once each colour of the palette was given, the next ones are told apart by patterns. */
function patternInTurn({ palette, patterns }: HouseStyle, { owner }: Place): Pattern {
  const colour = owner['colour'];
  const turn = isHouseColour(colour) && typeof colour.house === 'number' ? colour.house : 0;
  const round = Math.floor(turn / palette.length);
  return round === 0 ? 'solid' : (patterns.turn[(round - 1) % patterns.turn.length] ?? 'solid');
}

const isAccent = (colour: unknown) => isHouseColour(colour) && colour.house === 'accent';

export const Look = z.strictObject({
  colour: houseColour({ house: 0 }),
  /** the house's is thicker for lines in its accent */
  weight: byHouse(Weight, ({ strokes }, { owner }) => (isAccent(owner['colour']) ? strokes.chosen : strokes.line)),
  /** the house's is solid, until each colour was given in turn */
  pattern: byHouse(z.enum(PATTERNS), patternInTurn).default('house'),
  curve: z.enum(CURVES).default('straight'),
  /** the area under the line down to zero or to the axis, or between it and another line */
  fill: z.union([z.enum(['none', ...FILLS]), z.strictObject({ line: z.string().min(1) })]).default('none'),
  /** how strongly that area is filled, from 0 to 1; null for the house style's strength */
  fillOpacity: FillOpacity.default(null),
  gaps: byHouse(z.enum(GAPS), ({ gaps }) => gaps).default('house'),
  /** what is drawn as unfinished: what the table says, nothing, or all from a date (ms UTC), number or category on */
  unfinished: z
    .union([z.enum(['auto', 'none']), z.strictObject({ from: z.union([z.number(), z.string().max(500)]) })])
    .default('auto'),
  /** pattern of the unfinished stretch */
  unfinishedPattern: byHouse(z.enum(PATTERNS), ({ patterns }) => patterns.unfinished).default('house'),
  markers: Markers.default(Markers.parse({})),
  emphasis: keyed(z.array(Emphasis).max(20), 'of', 'emphases').default([]),
  values: ValuesShown.default(ValuesShown.parse({})),
});
export type Look = z.infer<typeof Look>;
export type DressedLook = Dressed<Look>;

/** The look of a line, to lay it on others. */
export function lookOf(line: Look): Look {
  return Look.parse(Object.fromEntries(Object.keys(Look.shape).map((key) => [key, line[key as keyof Look]])));
}

/** The look the house style gives the line that is the nth in turn, from 0. */
export const houseLook = (turn: number): Look => Look.parse({ colour: { house: turn }, weight: 'house' });
