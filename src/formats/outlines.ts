/** Text as outlines, so that a picture needs no fonts where it is shown (Node only). */
import { coordinate } from '../core/scene/coordinates.ts';
import type { TextNode } from '../core/scene/scene.ts';
import type { SvgOptions } from '../core/scene/svg.ts';
import type { HouseStyle } from '../core/style/style.ts';
import { figureFamilies } from '../core/style/type.ts';
import { type FaceId, faceId, faceKey } from '../core/type/faces.ts';
import { FIRST_FAMILY, familyNamed, TEXT_FAMILY } from '../core/type/families.ts';
import { type PlacedGlyph, shapeText } from './shape.ts';

/** Whether documents may carry the letters of all families of a style; where not, outlines stand in their place. */
export const mayCarry = (style: Pick<HouseStyle, 'type'>): boolean =>
  figureFamilies(style).every((id) => familyNamed(id)?.embed !== false);

/** A face that documents may carry in the place of one that they may not. */
export function carried(face: FaceId): FaceId {
  const key = faceKey(face);
  const family = familyNamed(key.family);
  if (family?.embed !== false) return face;
  return faceId({ ...key, family: family.generic === 'serif' ? TEXT_FAMILY.id : FIRST_FAMILY.id, digits: null });
}

/** How words are written where a page is set around them. */
export const asPage = (style: Pick<HouseStyle, 'type'>): SvgOptions =>
  mayCarry(style) ? { pieces: shapeText } : { outline: outlineText };

const SHIFT = { start: 0, middle: 0.5, end: 1 } as const;

type Outline = ReturnType<PlacedGlyph['font']['font']['glyphToJson']>;
const outlines = new Map<PlacedGlyph['font'], Map<number, Outline>>();

/** The outline of a glyph in font units; each is read from its font once. */
function outlineOf({ font, glyph }: PlacedGlyph): Outline {
  const own = outlines.get(font) ?? new Map<number, Outline>();
  outlines.set(font, own);
  const known = own.get(glyph) ?? font.font.glyphToJson(glyph);
  own.set(glyph, known);
  return known;
}

/** Path data of a text's outlines, with the text's own origin (its x and baseline) at (0, 0). */
export function outlineText({ text, face, size, anchor }: TextNode): string {
  const { glyphs, width } = shapeText(text.normalize('NFC'), face);
  const start = -SHIFT[anchor] * width * size;
  let d = '';
  for (const placed of glyphs) {
    const { font, x, y } = placed;
    const scale = size / font.unitsPerEm;
    const [left, base] = [start + x * size, -y * size];
    for (const { type, values } of outlineOf(placed)) {
      d += type;
      values.forEach((value, at) => {
        d += `${at === 0 ? '' : ' '}${coordinate(at % 2 === 0 ? left + value * scale : base - value * scale)}`;
      });
    }
  }
  return d;
}
