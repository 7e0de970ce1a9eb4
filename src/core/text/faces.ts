/** The font faces that ship with Rizo, and the file each is drawn from. */
export const FACES = [
  {
    id: 'sans-400',
    family: 'Source Sans 3',
    weight: 400,
    italic: false,
    file: 'source-sans/TTF/SourceSans3-Regular.ttf',
  },
  {
    id: 'sans-600',
    family: 'Source Sans 3',
    weight: 600,
    italic: false,
    file: 'source-sans/TTF/SourceSans3-Semibold.ttf',
  },
  {
    id: 'sans-400-italic',
    family: 'Source Sans 3',
    weight: 400,
    italic: true,
    file: 'source-sans/TTF/SourceSans3-It.ttf',
  },
  {
    id: 'sans-600-italic',
    family: 'Source Sans 3',
    weight: 600,
    italic: true,
    file: 'source-sans/TTF/SourceSans3-SemiboldIt.ttf',
  },
] as const;

export type Face = (typeof FACES)[number];
export type FaceId = Face['id'];

const byId = new Map<FaceId, Face>(FACES.map((face) => [face.id, face]));

/** The face with this id. */
export function faceOf(id: FaceId): Face {
  const face = byId.get(id);
  if (!face) throw new Error(`There is no font face "${id}".`);
  return face;
}
