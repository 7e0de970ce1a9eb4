/** How sparklines look, apart from what they show: it can be picked up, kept under a name and laid on others. */
import * as z from 'zod';
import { Emphasis, MarkerSize } from '../mark/emphasis.ts';
import { Weight } from '../mark/weight.ts';
import { keyed } from '../named/keyed.ts';
import { Colour } from '../style/colour.ts';

export const SPARK_KINDS = ['line', 'step', 'area', 'range band', 'columns', 'win / loss'] as const;

/** The parts of a look, none of them with a default, so that any few of them can be an exception. */
export const lookParts = {
  draw: z.enum(SPARK_KINDS),
  colour: Colour,
  /** colour of what lies below zero, in columns and win / loss */
  below: Colour,
  weight: Weight,
  emphasis: keyed(z.array(Emphasis).max(8), 'of', 'emphases'),
  /** a small dot at every value; `size` is its diameter in points */
  markers: z.strictObject({ on: z.enum(['none', 'all']), size: MarkerSize }),
  zeroLine: z.boolean(),
  background: Colour.nullable(),
};

export const SparkLook = z.strictObject(lookParts);
export type SparkLook = z.infer<typeof SparkLook>;

/** The look among the properties of a sparkline. */
export const lookOf = ({
  draw,
  colour,
  below,
  weight,
  emphasis,
  markers,
  zeroLine,
  background,
}: SparkLook): SparkLook => ({ draw, colour, below, weight, emphasis, markers, zeroLine, background });

/** True for what is drawn with bars, which have no stroke and no markers. */
export const isBars = (draw: SparkLook['draw']) => draw === 'columns' || draw === 'win / loss';

/** A look that a house keeps under a name, to lay on other sparklines. */
export const KeptLook = z.strictObject({
  name: z.string().min(1, 'A look has a name.').max(60),
  look: SparkLook,
});
