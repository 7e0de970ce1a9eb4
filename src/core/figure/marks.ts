/** Levels, bands, events, notes and differences: what is set on a figure beside its lines, all in the data's own terms. */

import * as z from 'zod';
import { Weight } from '../mark/weight.ts';
import { Id } from '../named/id.ts';
import { byHouse, type Dressed, type HouseColour, houseColour, type Place as Setting } from '../style/by-house.ts';
import { PATTERNS } from '../style/vocabulary.ts';
import { Words } from '../text/rich.ts';
import { Written } from '../text/written.ts';
import { Offset } from './look.ts';

const finite = z.number().min(-1e15).max(1e15);
const side = z.enum(['left', 'right']).default('left');
/** A place along the across axis: a date in ms UTC or a number, or a category. */
const At = z.union([finite, z.string().max(500)]);
const name = z.string().max(200);
/** The house's colour for a kind of mark. */
const colourOfMark = ({ owner }: Setting): HouseColour =>
  owner['kind'] === 'note' ? { house: 'ink' } : owner['kind'] === 'difference' ? { house: 0 } : { house: 'quiet' };
const shared = {
  id: Id,
  name,
  colour: houseColour(colourOfMark).default({ house: 'quiet' }),
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
  weight: byHouse(Weight, ({ strokes }) => strokes.level).default('house'),
  pattern: byHouse(z.enum(PATTERNS), ({ patterns }) => patterns.level).default('house'),
  named: z.enum(NAME_PLACES).default('auto'),
});

/** how strong the colour of a band is, from 0 to 1 */
const BandOpacity = byHouse(
  z.number().min(0.02, 'The opacity of a band is at least 0.02.').max(1),
  ({ opacities }) => opacities.band,
).default('house');

const eventStroke = {
  weight: byHouse(Weight, ({ strokes }) => strokes.event).default('house'),
  pattern: byHouse(z.enum(PATTERNS), ({ patterns }) => patterns.event).default('house'),
};

const Band = z.strictObject({
  kind: z.literal('band'),
  ...shared,
  /** between two values of an axis, two places along the axis across, or two columns; null leaves a side open */
  over: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('values'), axis: side, from: finite.nullable(), to: finite.nullable() }),
    z.strictObject({ kind: z.literal('across'), from: At.nullable(), to: At.nullable() }),
    /** between the values of two columns, by their keys */
    z.strictObject({ kind: z.literal('columns'), axis: side, from: z.string().min(1), to: z.string().min(1) }),
  ]),
  opacity: BandOpacity,
});

const Event = z.strictObject({
  kind: z.literal('event'),
  ...shared,
  at: At,
  ...eventStroke,
});

const Note = z.strictObject({
  kind: z.literal('note'),
  ...shared,
  text: Words,
  /** for which data it was written by hand; null where that is not known */
  written: Written.nullable().default(null),
  at: At,
  /** the axis of its value, where that stands on no line */
  axis: side,
  /** how high what it speaks of stands: at the value of a line there, whatever that becomes, or at one that is given */
  value: z.union([finite, z.strictObject({ line: Id })]),
  /** key of the panel it stands in; null, or one that is not there, is the first */
  panel: z.string().max(4000).nullable().default(null),
  leader: z.boolean().default(true),
  /** width to which it is wrapped, mm */
  width: z.number().min(8, 'A note is at least 8 mm wide.').max(200, 'A note is at most 200 mm wide.').default(36),
});

/** Where along the axis across an end stands: at a place that stays, or at the first or the last finished one that has a value. */
const Place = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('at'), at: At }),
  z.strictObject({ kind: z.literal('first') }),
  z.strictObject({ kind: z.literal('last') }),
]);

/** What a difference runs from or to: a point of a line, a level, or a value, these two where the other end stands. */
export const DifferenceEnd = z.union([
  z.strictObject({ line: Id, place: Place }),
  z.strictObject({ level: Id }),
  z.strictObject({ value: finite, axis: side }),
]);
export type DifferenceEnd = z.infer<typeof DifferenceEnd>;

const DIFFERENCE_WORDS = ['auto', 'amount', 'percent', 'times'] as const;

const Difference = z.strictObject({
  kind: z.literal('difference'),
  ...shared,
  from: DifferenceEnd,
  to: DifferenceEnd,
  /** how it is said: as suits the measure, in the unit of the values, in per cent, or how many times as much */
  as: z.enum(DIFFERENCE_WORDS).default('auto'),
  drawn: z.enum(['bracket', 'arrow']).default('bracket'),
  weight: byHouse(Weight, ({ strokes }) => strokes.difference).default('house'),
});

/** The rows of a table of dates and names, laid on the figure as events, and as bands where they have an end. */
export const Calendar = z.strictObject({
  kind: z.literal('calendar'),
  ...shared,
  /** the table whose rows they are */
  table: Id,
  /** keys of its columns: where a row begins, where it ends (none: all are moments), and what it is called */
  from: z.string().min(1),
  to: z.string().min(1).nullable().default(null),
  named: z.string().min(1).nullable().default(null),
  ...eventStroke,
  opacity: BandOpacity,
});

export const Mark = z.discriminatedUnion('kind', [Level, Band, Event, Note, Difference, Calendar]);
export type Mark = z.infer<typeof Mark>;
export type DressedMark = Dressed<Mark>;
/** What each kind is called. */
export const MARK_NAMES: Readonly<Record<Mark['kind'], string>> = {
  level: 'Level',
  band: 'Band',
  event: 'Event',
  note: 'Note',
  difference: 'Difference',
  calendar: 'Calendar',
};
/** What a row of a calendar has become: the number of its name among them, and where it stands, in positions of the axis across. */
interface Entry {
  number: number;
  place: readonly [from: number, to: number];
}
/** A mark as it is drawn: each row of a calendar has become an event or a band. */
export type DrawnMark = Exclude<DressedMark, { kind: 'calendar' }> & { entry?: Entry };
export type MarkOf<Kind extends Mark['kind']> = Extract<Mark, { kind: Kind }>;
export type DressedMarkOf<Kind extends Mark['kind']> = Extract<DressedMark, { kind: Kind }>;
