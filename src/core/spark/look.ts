/** How sparklines look, apart from what they show: it can be picked up, kept under a name and laid on others. */
import * as z from 'zod';
import { FILLS, FillOpacity } from '../mark/area.ts';
import { Emphasis, MarkerSize } from '../mark/emphasis.ts';
import { Weight } from '../mark/weight.ts';
import { keyed } from '../named/keyed.ts';
import { byHouse, houseColour } from '../style/by-house.ts';
import { Colour } from '../style/colour.ts';

export const SPARK_KINDS = ['line', 'step', 'area', 'range band', 'columns', 'win / loss'] as const;

/** The parts of a look, none of them with a default, so that any few of them can be an exception. */
export const lookParts = {
  draw: z.enum(SPARK_KINDS),
  colour: houseColour({ house: 0 }),
  /** colour of what lies below zero, in columns and win / loss */
  below: houseColour({ house: 'negative' }),
  weight: byHouse(Weight, ({ strokes }) => strokes.spark),
  emphasis: keyed(z.array(Emphasis).max(8), 'of', 'emphases'),
  /** a small dot at every value; `size` is its diameter in points */
  markers: z.strictObject({ on: z.enum(['none', 'all']), size: MarkerSize }),
  /** down to where an area is filled, zero or the foot of its cell, and how strongly */
  fill: z.enum(FILLS),
  fillOpacity: FillOpacity,
  zeroLine: z.boolean(),
  background: Colour.nullable(),
};

/** What came to the parts later has a default here, so that looks that were kept before are still read. */
export const SparkLook = z.strictObject({
  ...lookParts,
  fill: lookParts.fill.default('zero'),
  fillOpacity: lookParts.fillOpacity.default(null),
});
export type SparkLook = z.infer<typeof SparkLook>;

/** The look among the properties of a sparkline. */
export const lookOf = (spark: SparkLook): SparkLook =>
  SparkLook.parse(Object.fromEntries(Object.keys(SparkLook.shape).map((key) => [key, spark[key as keyof SparkLook]])));

/** True for what is drawn with bars, which have no stroke and no markers. */
export const isBars = (draw: SparkLook['draw']) => draw === 'columns' || draw === 'win / loss';

/** A look that a house keeps under a name, to lay on other sparklines. */
export const KeptLook = z.strictObject({
  name: z.string().min(1, 'A look has a name.').max(60),
  look: SparkLook,
});
