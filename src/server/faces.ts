/** Typefaces as the page asks for them. */
import * as z from 'zod';
import { type FaceId, faceKey } from '../core/type/faces.ts';
import { familyNamed } from '../core/type/families.ts';
import { wholeFont } from '../formats/embed.ts';

/** Which face is asked for. */
export const FaceWanted = z
  .string()
  .regex(/^[a-z][a-z0-9-]*(\.(tabular|proportional))?-(400|600|900)(-italic)?$/, 'There is no such typeface.')
  .transform((id) => id as FaceId);

/** The bytes of a face for the page; null where its family is not there. */
export async function faceFile(id: FaceId): Promise<{ body: Buffer; mime: string } | null> {
  return familyNamed(faceKey(id).family) ? { body: await wholeFont(id), mime: 'font/woff' } : null;
}
