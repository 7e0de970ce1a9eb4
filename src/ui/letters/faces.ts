/** Faces of families beside the first one: loaded when a sheet is set in them, and measured by the browser itself. */

import type { HouseStyle } from '../../core/style/style.ts';
import { figureFamilies } from '../../core/style/type.ts';
import { type FaceId, faceId, faceKey, faceOf, familyName } from '../../core/type/faces.ts';
import { FIRST_FAMILY, familyNamed, OWN_FAMILY } from '../../core/type/families.ts';
import { fetchFamilies } from './own-families.ts';

/** Faces that are there, and those on their way. */
const there = new Set<FaceId>();
const coming = new Map<FaceId, Promise<void>>();

/** Whether a face is not there from the start: all of the first family are, with the digits that it has by itself. */
const isOther = (id: FaceId): boolean => {
  const { family, digits } = faceOf(id);
  return family.id !== FIRST_FAMILY.id || digits !== null;
};

/** Families of one's own that the server does not have. */
const gone = new Set<string>();
const isUnknown = (family: string) => OWN_FAMILY.test(family) && !familyNamed(family) && !gone.has(family);

/** Whether a face has to be loaded before what is set in it is measured. */
export const isMissing = (id: FaceId): boolean =>
  isUnknown(faceKey(id).family) || (isOther(id) && !there.has(faceOf(id).id));

async function load(id: FaceId): Promise<void> {
  const { family: asked } = faceKey(id);
  if (isUnknown(asked)) {
    await fetchFamilies();
    if (!familyNamed(asked)) gone.add(asked);
  }
  if (!isOther(id)) return;
  const { weight, italic, ...face } = faceOf(id);
  const font = () =>
    new FontFace(familyName(face), `url(/api/faces/${face.id})`, {
      weight: String(weight),
      style: italic ? 'italic' : 'normal',
    }).load();
  // A server that has much to do is asked once more.
  document.fonts.add(await font().catch(() => new Promise((done) => setTimeout(done, AGAIN_MS)).then(font)));
  there.add(face.id);
}
const AGAIN_MS = 700;

/** Loads faces; true when there was anything to load. */
export async function loadFaces(ids: Iterable<FaceId>): Promise<boolean> {
  const missing = [...new Set(ids)].filter(isMissing);
  await Promise.all(
    missing.map((id) => {
      const known = coming.get(id);
      if (known) return known;
      const one = load(id).finally(() => coming.delete(id));
      coming.set(id, one);
      return one;
    }),
  );
  return missing.length > 0;
}

/** The faces in which a style sets nearly all of its words. */
export const firstFaces = (style: Pick<HouseStyle, 'type'>): FaceId[] =>
  figureFamilies(style).flatMap((family) =>
    ([400, 600] as const).map((grade) => faceId({ family, digits: style.type.digits, grade, italic: false })),
  );

/** The face of the first family by which a text is measured until its own is there. */
export const meanwhile = (id: FaceId): FaceId => faceId({ ...faceKey(id), family: FIRST_FAMILY.id, digits: null });
