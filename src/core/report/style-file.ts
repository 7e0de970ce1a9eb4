/** A house style as a file of its own, to be kept, sent and read by any Rizo. */
import * as z from 'zod';
import { recordSchema, toList, toRecord } from '../named/record.ts';
import { OwnStyle } from './report.ts';

/** The form of the file: the style in its record form, with a word that says what it is. */
export const StyleFile = z.strictObject({
  format: z.literal('rizo-style'),
  version: z.literal(1),
  style: recordSchema(OwnStyle.omit({ kind: true })),
});
export type StyleFile = z.infer<typeof StyleFile>;

export function styleFile({ kind: _, ...style }: OwnStyle): StyleFile {
  return { format: 'rizo-style', version: 1, style: toRecord(OwnStyle.omit({ kind: true }), style) };
}

export const styleOfFile = ({ style }: StyleFile): OwnStyle =>
  OwnStyle.parse({ kind: 'own', ...(toList(OwnStyle.omit({ kind: true }), style) as object) });
