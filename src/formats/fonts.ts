/** The shipped font files, opened for measuring, outlining and embedding (Node only). */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import * as fontkit from 'fontkit';
import { type FaceId, faceOf } from '../core/text/faces.ts';

const resolve = createRequire(import.meta.url).resolve;
const opened = new Map<FaceId, fontkit.Font>();

/** Path of the TrueType file of a face. */
function faceFile(id: FaceId): string {
  const [pack = '', ...rest] = faceOf(id).file.split('/');
  return join(dirname(resolve(`${pack}/package.json`)), ...rest);
}

/** The bytes of a face's TrueType file. */
export function faceBytes(id: FaceId): Buffer {
  return readFileSync(faceFile(id));
}

/** The face opened with fontkit; each face is opened once in a process. */
export function openFace(id: FaceId): fontkit.Font {
  const known = opened.get(id);
  if (known) return known;
  const font = fontkit.create(faceBytes(id));
  if (!('layout' in font)) throw new Error(`The font file of "${id}" holds several fonts; one was expected.`);
  opened.set(id, font);
  return font;
}
