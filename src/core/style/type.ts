/** The faces in which a house sets its words. */

import { type FaceId, faceId } from '../type/faces.ts';
import type { Grade } from '../type/families.ts';
import type { FamilyRef, HouseStyle } from './style.ts';

/** A face of the family of figures, plain or strong. */
export const faceOfStyle = ({ type }: Pick<HouseStyle, 'type'>, grade: Grade = 400): FaceId =>
  faceId({ family: type.figures.id, digits: type.digits, grade, italic: false });

/** The face of numbers and names at axes. */
export const labelFace = (style: Pick<HouseStyle, 'type' | 'bold'>): FaceId =>
  faceOfStyle(style, style.bold.label ? 600 : 400);

/** A face for titles, plain or strong. */
export const headingFace = ({ type }: Pick<HouseStyle, 'type'>, grade: Grade): FaceId =>
  faceId({ family: type.headings.id, digits: type.digits, grade, italic: false });

/** A face for text on pages, plain or strong. */
export const textFace = ({ type }: Pick<HouseStyle, 'type'>, grade: Grade, italic = false): FaceId =>
  faceId({ family: type.text.id, digits: type.digits, grade, italic });

/** The families that a house sets its words in. */
export const familyRefsOf = ({ type }: Pick<HouseStyle, 'type'>): FamilyRef[] => [
  type.figures,
  type.headings,
  type.text,
];

/** The ids of the families that figures and spark tables of a house are set in. */
export const figureFamilies = ({ type }: Pick<HouseStyle, 'type'>): string[] => [
  ...new Set([type.figures.id, type.headings.id]),
];

/** The ids of the families that a house sets its words in. */
export const familiesOf = (style: Pick<HouseStyle, 'type'>): string[] => [
  ...new Set(familyRefsOf(style).map(({ id }) => id)),
];
