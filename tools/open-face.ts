/** A face that ships, opened with a second library, to measure it and to hold what Rizo measures to it. */
import * as fontkit from 'fontkit';
import type { FaceId } from '../src/core/type/faces.ts';
import { faceBytes } from '../src/formats/fonts.ts';

const opened = new Map<FaceId, fontkit.Font>();

/** The face opened with fontkit; each face is opened once in a process. */
export function openFace(id: FaceId): fontkit.Font {
  const known = opened.get(id);
  if (known) return known;
  const font = fontkit.create(Buffer.from(faceBytes(id)));
  if (!('layout' in font)) throw new Error(`The font file of "${id}" holds several fonts; one was expected.`);
  opened.set(id, font);
  return font;
}
