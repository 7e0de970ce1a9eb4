/** The families that ship: what is said of them is so in their files, and what is set in them measures, embeds and prints as they do. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import * as fontkit from 'fontkit';
import { afterAll, describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { FIRST_STYLE } from '../../src/core/report/report.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { capHeight, textWidth } from '../../src/core/text/measure.ts';
import { type FaceId, faceId, faceOf, facesOf, familyName } from '../../src/core/type/faces.ts';
import { DIGITS, type Family, SHIPPED } from '../../src/core/type/families.ts';
import { fontFacesOf, wholeFont } from '../../src/formats/embed.ts';
import { faceBytes, pageBytes } from '../../src/formats/fonts.ts';
import { toPdf } from '../../src/formats/pdf.ts';
import { shapeText } from '../../src/formats/shape.ts';
import { openFace } from '../../tools/open-face.ts';
import { SITUATIONS, type Situation } from './situations.ts';

/** The names of a font, which its types leave out. */
interface Named {
  name: { records: { preferredFamily?: { en: string } } };
}

const folder = mkdtempSync(join(tmpdir(), 'rizo-families-'));
afterAll(() => rmSync(folder, { recursive: true }));

const FAMILIES: readonly Family[] = SHIPPED;
const OTHERS = FAMILIES.filter(({ id }) => id !== 'sans');
const english = localeOf('en-GB');
const face = (family: string, digits: (typeof DIGITS)[number] | null = null): FaceId =>
  faceId({ family, digits, grade: 400, italic: false });
const widthsOfDigits = (id: FaceId) => [...'0123456789'].map((digit) => textWidth(digit, id, 1000));

describe('the file of a face', () => {
  it('stays as it is when pages are set in it, so that the page gets it afterwards, whatever came first', async () => {
    for (const family of FAMILIES)
      for (const one of facesOf(family.id)) {
        const before = new Uint8Array(faceBytes(one));
        pageBytes(one);
        expect(Buffer.compare(before, faceBytes(one)), one).toBe(0);
      }
    for (const id of ['serif-600', 'serif-400-italic'] as const)
      expect((await wholeFont(id as FaceId)).subarray(0, 4).toString()).toBe('wOFF');
  });
});

describe.each(FAMILIES)('$name', ({ id, name, digits }) => {
  it('has the names, weights and heights that are said of it', () => {
    for (const one of facesOf(id)) {
      const font = openFace(one);
      const { weight, italic } = faceOf(one);
      const { preferredFamily } = (font as unknown as Named).name.records;
      expect(preferredFamily?.en ?? font.familyName, one).toBe(name);
      expect(font['OS/2'].usWeightClass, one).toBe(weight);
      expect(font.italicAngle !== 0, one).toBe(italic);
      expect(font['OS/2'].fsType, one).toMatchObject({ noEmbedding: false, viewOnly: false, noSubsetting: false });
    }
    expect(capHeight(face(id), 1)).toBeCloseTo(openFace(face(id)).capHeight / openFace(face(id)).unitsPerEm, 3);
  });

  it('has the digits that are said of it, and with others a name of its own', () => {
    const own = widthsOfDigits(face(id));
    expect(new Set(own).size === 1).toBe(digits.own === 'tabular');
    for (const kind of DIGITS) {
      const one = face(id, kind);
      const isOther = digits.both && kind !== digits.own;
      expect(familyName(faceOf(one)) === name).toBe(!isOther);
      if (!isOther) continue;
      const widths = widthsOfDigits(one).map((width) => Math.round(width));
      expect(new Set(widths).size === 1).toBe(kind === 'tabular');
      // A second library reads the file that was written, and sets the digits without being asked for any feature.
      const font = openFace(one);
      expect((font as unknown as Named).name.records.preferredFamily?.en).toBe(familyName(faceOf(one)));
      expect(
        [...'0123456789'].map((digit) => Math.round((font.layout(digit).advanceWidth / font.unitsPerEm) * 1000)),
      ).toEqual(widths);
      // The end of a table of characters is none of them.
      const characters = (of: FaceId) => openFace(of).characterSet.filter((code) => code !== 0xffff);
      expect(characters(one)).toEqual(characters(face(id)));
    }
  });

  it('is measured as a second library sets it', () => {
    const letters = [...'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789.,:;–%()/äöüßéèñł '];
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...letters), { minLength: 1, maxLength: 30 }).map((all) => all.join('')),
        fc.constantFrom(...facesOf(id), ...facesOf(id, 'tabular'), ...facesOf(id, 'proportional')),
        (text, one) => {
          const font = openFace(one);
          // A twentieth of a point at 9 pt.
          const width = (font.layout(text).advanceWidth / font.unitsPerEm) * 9;
          expect(Math.abs(textWidth(text, one, 9) - width), `${text} in ${one}`).toBeLessThan(0.2);
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('a figure in any family', () => {
  const [{ spec, table }] = SITUATIONS as [Situation];

  it.each(OTHERS)('is in $name in SVG and PDF, its words as words', async ({ id, name }) => {
    const style = {
      ...FIRST_STYLE,
      type: { figures: { id, name }, headings: { id, name }, text: { id, name }, digits: 'tabular' as const },
    };
    const words = { ...spec.words, title: 'Żegluga → ₂ Ness ελ' };
    const { scene } = drawFigure({ ...spec, words }, table, style, english);
    const texts = [...textsOf(scene.nodes)];
    expect(new Set(texts.map((text) => faceOf(text.face).family.id))).toEqual(new Set([id]));
    const rules = await fontFacesOf(texts);
    const family = familyName(faceOf(face(id, 'tabular')));
    expect(rules).toContain(`font-family:'${family}'`);
    // What is embedded is a font that has the letters.
    const [, packed = ''] = new RegExp(`'${family}';font-weight:400[^}]*base64,([^)]*)\\)`).exec(rules) ?? [];
    const font = fontkit.create(Buffer.from(packed, 'base64'));
    if (!('layout' in font)) throw new Error('several fonts');
    for (const letter of '0123') expect(font.hasGlyphForCodePoint(letter.charCodeAt(0))).toBe(true);
    const pdf = toPdf({
      svg: toSvg(scene, { pieces: shapeText }),
      texts,
      widthMm: scene.widthMm,
      heightMm: scene.heightMm,
      title: 'x',
      alternative: 'y',
      locale: english,
    });
    const path = join(folder, `${id}.pdf`);
    writeFileSync(path, pdf);
    const said = execFileSync('pdftotext', ['-raw', path, '-'], { encoding: 'utf8' });
    expect(said).toContain('Żegluga');
    expect(said).toContain('ελ');
    const fonts = execFileSync('pdffonts', [path], { encoding: 'utf8' }).split('\n').slice(2).join('\n');
    expect(fonts.replace(/[^A-Za-z0-9]/g, '')).toContain(family.replace(/[^A-Za-z0-9]/g, ''));
    expect(fonts).not.toContain('Libertinus');
  });

  it('takes letters that a family lacks from the first one, as wide as they are there', () => {
    for (const { id } of OTHERS)
      for (const letter of ['Ω', 'Ж', '→', '₂', 'א']) {
        const { glyphs, width } = shapeText(letter, face(id));
        expect(
          glyphs.every(({ glyph }) => glyph !== 0),
          `${letter} in ${id}`,
        ).toBe(true);
        expect(textWidth(letter, face(id), 1)).toBeCloseTo(width, 6);
      }
  });

  it('stands in the first family where its own is not known, and none is left unset', () => {
    const style = {
      ...FIRST_STYLE,
      type: {
        figures: { id: 'gone', name: 'Gone' },
        headings: { id: 'gone', name: 'Gone' },
        text: { id: 'gone', name: 'Gone' },
        digits: null,
      },
    };
    const as = (scene: ReturnType<typeof drawFigure>['scene']) => toSvg(scene);
    const drawn = as(drawFigure(spec, table, style, english).scene);
    expect(drawn).toContain("'Source Sans 3'");
    expect(drawn).not.toContain('Gone');
  });

  it('comes whole to the page, packed', async () => {
    for (const { id } of FAMILIES) {
      const packed = await wholeFont(face(id, 'tabular'));
      expect(packed.subarray(0, 4).toString()).toBe('wOFF');
      expect(packed.length).toBeLessThan(faceBytes(face(id, 'tabular')).length);
    }
  });
});
