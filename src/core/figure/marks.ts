/** Levels, bands, events and notes: what is set on a figure beside its lines, all in the data's own terms. */
import * as z from 'zod';
import { PATTERNS } from '../mark/stroke.ts';
import { Weight } from '../mark/weight.ts';
import { Id } from '../named/id.ts';
import { Colour } from '../style/colour.ts';
import { Words } from '../text/rich.ts';
import { Written } from '../text/written.ts';
import { Offset } from './look.ts';

const finite = z.number().min(-1e15).max(1e15);
const side = z.enum(['left', 'right']).default('left');
/** A place along the across axis: a date in ms UTC or a number, or a category. */
const At = z.union([finite, z.string().max(500)]);
const name = z.string().max(200);
const shared = {
  id: Id,
  name,
  colour: Colour,
  shown: z.boolean().default(true),
  moved: Offset.nullable().default(null),
};

export const NAME_PLACES = ['auto', 'start', 'end', 'none'] as const;

const Level = z.strictObject({
  kind: z.literal('level'),
  ...shared,
  axis: side,
  /** the value it stands at, or the key of a column it steps through */
  at: z.union([finite, z.string().min(1)]),
  weight: Weight.default(0.9),
  pattern: z.enum(PATTERNS).default('dots'),
  named: z.enum(NAME_PLACES).default('auto'),
});

const Band = z.strictObject({
  kind: z.literal('band'),
  ...shared,
  /** between two values of an axis, or two places along the axis across; null leaves a side open */
  over: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('values'), axis: side, from: finite.nullable(), to: finite.nullable() }),
    z.strictObject({ kind: z.literal('across'), from: At.nullable(), to: At.nullable() }),
  ]),
  /** how strong its colour is, from 0 to 1 */
  opacity: z.number().min(0.02, 'The opacity of a band is at least 0.02.').max(1).default(0.14),
});

const Event = z.strictObject({
  kind: z.literal('event'),
  ...shared,
  at: At,
  weight: Weight.default(0.6),
  pattern: z.enum(PATTERNS).default('dashes'),
});

const Note = z.strictObject({
  kind: z.literal('note'),
  ...shared,
  text: Words,
  /** for which data it was written by hand; null where that is not known */
  written: Written.nullable().default(null),
  at: At,
  axis: side,
  value: finite,
  /** key of the panel it stands in; null, or one that is not there, is the first */
  panel: z.string().max(4000).nullable().default(null),
  leader: z.boolean().default(true),
  /** width to which it is wrapped, mm */
  width: z.number().min(8, 'A note is at least 8 mm wide.').max(200, 'A note is at most 200 mm wide.').default(36),
});

export const Mark = z.discriminatedUnion('kind', [Level, Band, Event, Note]);
export type Mark = z.infer<typeof Mark>;
export type MarkOf<Kind extends Mark['kind']> = Extract<Mark, { kind: Kind }>;
