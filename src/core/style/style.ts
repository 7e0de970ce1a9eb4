import * as z from 'zod';
import { Colour } from './colour.ts';

/** A report's house style: colours, sizes in points, strokes in points. */
export const HouseStyle = z.strictObject({
  name: z.string().min(1).max(80),
  ink: Colour,
  quiet: Colour,
  rule: Colour,
  axis: Colour,
  /** colours given to lines in turn */
  palette: z
    .array(z.strictObject({ name: z.string().min(1).max(40), colour: Colour }))
    .min(1)
    .max(24),
  sizes: z.strictObject({
    title: z.number().min(4).max(40),
    subtitle: z.number().min(4).max(40),
    label: z.number().min(4).max(40),
    source: z.number().min(4).max(40),
  }),
  strokes: z.strictObject({
    line: z.number().min(0.1).max(12),
    axis: z.number().min(0.1).max(6),
    grid: z.number().min(0.1).max(6),
  }),
});
export type HouseStyle = z.infer<typeof HouseStyle>;

/** The house style a new report begins with. */
export const DEFAULT_STYLE: HouseStyle = {
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
};
