/** Faces of type by their ids, which say family, digits, grade and posture: "sans-400", "inter.tabular-600-italic". */
import {
  type Cut,
  type Digits,
  type Family,
  FIRST_FAMILY,
  familiesAge,
  familyNamed,
  GRADES,
  type Grade,
} from './families.ts';

type Posture = '' | '-italic';
export type FaceId = `${string}-${Grade}${Posture}`;

/** What the id of a face says. */
export interface FaceKey {
  family: string;
  /** the digits that it was asked for with; null for those that the family has by itself */
  digits: Digits | null;
  grade: Grade;
  italic: boolean;
}

/** A face with the family it is of. */
export interface Face extends Cut {
  /** of the face itself: where another one stands in for what was asked for, that of the other */
  id: FaceId;
  family: Family;
  /** the digits that it has instead of its own */
  digits: Digits | null;
}

const KEY = /^(.+?)(?:\.(tabular|proportional))?-(400|600|900)(-italic)?$/;

/** The id of a face. */
export function faceId({ family, digits, grade, italic }: FaceKey): FaceId {
  return `${family}${digits === null ? '' : `.${digits}`}-${grade}${italic ? '-italic' : ''}`;
}

const keys = new Map<string, FaceKey>();

/** What the id of a face says. */
export function faceKey(id: FaceId): FaceKey {
  const known = keys.get(id);
  if (known) return known;
  const found = KEY.exec(id);
  const grade = GRADES.find((one) => String(one) === found?.[3]);
  if (!found?.[1] || grade === undefined) throw new Error(`There is no font face "${id}".`);
  const key: FaceKey = {
    family: found[1],
    digits: (found[2] as Digits | undefined) ?? null,
    grade,
    italic: found[4] !== undefined,
  };
  keys.set(id, key);
  return key;
}

/** The face of this id with another grade or posture. */
export const faceBeside = (id: FaceId, other: Partial<Pick<FaceKey, 'grade' | 'italic'>>): FaceId =>
  faceId({ ...faceKey(id), ...other });

/** All faces of a family. */
export const facesOf = (family: string, digits: Digits | null = null): FaceId[] =>
  [false, true].flatMap((italic) => GRADES.map((grade) => faceId({ family, digits, grade, italic })));

/** Whether a face is one for strong words. */
export const isStrong = (id: FaceId): boolean => faceKey(id).grade >= 600;

const faces = new Map<FaceId, Face>();
let facesAge = 0;

/** The face with this id; of a family that is not known, the one of the first family stands in. */
export function faceOf(id: FaceId): Face {
  if (facesAge !== familiesAge()) {
    faces.clear();
    facesAge = familiesAge();
  }
  const known = faces.get(id);
  if (known) return known;
  const face = resolved(id);
  faces.set(id, face);
  return face;
}

function resolved(id: FaceId): Face {
  const { family: named, digits, grade, italic } = faceKey(id);
  const family = familyNamed(named) ?? FIRST_FAMILY;
  const cut = family.cuts[grade][italic ? 'italic' : 'upright'];
  const { own, both } = family.digits;
  const other = both && digits !== own ? digits : null;
  return { id: faceId({ family: family.id, digits: other, grade, italic }), family, digits: other, ...cut };
}

/** The name of a face's family; one whose digits were chosen has a name of its own. */
export const familyName = ({ family: { name }, digits }: Pick<Face, 'family' | 'digits'>): string =>
  digits === null ? name : `${name} ${digits === 'tabular' ? 'Tabular' : 'Proportional'}`;
