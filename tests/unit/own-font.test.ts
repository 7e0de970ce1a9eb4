/** Typefaces of one's own: made of those that ship under other names and rights, broken, and given wrong on purpose. */
import { create } from 'fontkit';
import { convert } from 'fontverter';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { FIRST_STYLE } from '../../src/core/report/report.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { faceId, faceOf } from '../../src/core/type/faces.ts';
import { forgetFamily, GRADES } from '../../src/core/type/families.ts';
import { fontFacesOf } from '../../src/formats/embed.ts';
import { figureFile } from '../../src/formats/figure-file.ts';
import { addOwn } from '../../src/formats/fonts.ts';
import { type FontFile, type OwnFamily, readFamily } from '../../src/formats/own-font.ts';
import { readFont } from '../../src/formats/sfnt.ts';
import { packaged, renamed } from '../fonts.ts';
import { Dice } from './any-command.ts';
import { SITUATIONS, type Situation } from './situations.ts';

const franklin = (cut: string) => packaged(`@expo-google-fonts/libre-franklin/${cut}/LibreFranklin_${cut}.ttf`);
const SANS = packaged('source-sans/OTF/SourceSans3-Regular.otf');
const VARIABLE = packaged('source-sans/VF/SourceSans3VF-Upright.ttf');

const given = (bytes: Uint8Array, name = 'harbour.ttf'): FontFile => ({ name, bytes });
const refusedAs = async (files: FontFile[]) => {
  const error = await readFamily(files).then(
    () => null,
    (reason: unknown) => reason,
  );
  expect(error).toBeInstanceOf(Refusal);
  const { message } = error as Refusal;
  // One clear sentence.
  expect(message).toMatch(/^[^\n]{20,220}[.]$/);
  return message;
};

describe('a family of one’s own', () => {
  let family: OwnFamily;
  beforeAll(async () => {
    family = await readFamily([
      given(renamed(franklin('400Regular'), 'Harbour Grotesk')),
      given(renamed(franklin('700Bold'), 'Harbour Grotesk'), 'bold.ttf'),
      given(renamed(franklin('400Regular_Italic'), 'Harbour Grotesk'), 'italic.ttf'),
    ]);
    addOwn(family.family, family.files);
  });

  it('is known by what its files hold, and grades it lacks are the nearest', () => {
    expect(family.family).toMatchObject({
      name: 'Harbour Grotesk',
      embed: true,
      capHeight: 0.742,
      digits: { own: 'proportional', both: false },
      cuts: {
        400: { upright: { weight: 400, italic: false }, italic: { weight: 400, italic: true } },
        600: { upright: { weight: 700, italic: false }, italic: { weight: 400, italic: true } },
        900: { upright: { weight: 700, italic: false } },
      },
    });
    expect([...family.files.keys()].sort()).toEqual(['400', '400 italic', '700']);
    // The same files are the same family.
    expect(family.family.id).toMatch(/^own-[0-9a-f]{16}$/);
  });

  it('sets text just as wide as the files it was made of', () => {
    const original = create(Buffer.from(franklin('400Regular')));
    if (!('layout' in original)) throw new Error('several fonts');
    const face = faceId({ family: family.family.id, digits: null, grade: 400, italic: false });
    for (const text of ['Passengers, in thousands', 'AVATAR To. 2026–27', 'fi ffi 1,250.5 %'])
      expect(textWidth(text, face, 1)).toBeCloseTo(original.layout(text).advanceWidth / original.unitsPerEm, 6);
  });

  it('is carried in SVG and PDF, and named there', async () => {
    const [{ spec, table }] = SITUATIONS as [Situation];
    const { id, name } = family.family;
    const style = {
      ...FIRST_STYLE,
      type: { figures: { id, name }, headings: { id, name }, text: { id, name }, digits: null },
    };
    const locale = localeOf('en-GB');
    const layout = drawFigure(spec, table, style, locale);
    const figure = resolveFigure(spec, table, style);
    const svg = String((await figureFile('svg', { figure, layout, style, locale })).body);
    expect(svg).toContain("font-family:'Harbour Grotesk';font-weight:700");
    expect(svg).toContain('font-synthesis:none');
    const pdf = (await figureFile('pdf', { figure, layout, style, locale })).body;
    expect(Buffer.from(pdf).toString('latin1')).toContain('HarbourGrotesk');
  });

  it.each([
    ['OTF', () => SANS],
    ['WOFF', async () => convert(Buffer.from(franklin('400Regular')), 'woff')],
    ['WOFF2', async () => convert(Buffer.from(franklin('400Regular')), 'woff2')],
  ])('comes as %s, too', async (_, bytes) => {
    const packed = await bytes();
    const sfnt = await convert(Buffer.from(packed), 'truetype');
    const { family: own } = await readFamily([given(renamed(sfnt, 'Quay'), 'quay.otf')]);
    expect(own.name).toBe('Quay');
    expect(own.digits.own).toBe(own.capHeight === 0.742 ? 'proportional' : 'tabular');
  });

  it('is cut out of a variable font by its named instances', async () => {
    const own = await readFamily([given(VARIABLE, 'variable.ttf')]);
    expect(own.family.cuts).toMatchObject({
      400: { upright: { weight: 400 } },
      600: { upright: { weight: 600 } },
      900: { upright: { weight: 900 } },
    });
    addOwn(own.family, own.files);
    // Just as wide as the family of still cuts that it is drawn like.
    for (const grade of GRADES) {
      const face = faceId({ family: own.family.id, digits: null, grade, italic: false });
      const still = faceId({ family: 'sans', digits: null, grade, italic: false });
      expect(
        Math.abs(textWidth('Passengers by route', face, 1) - textWidth('Passengers by route', still, 1)),
      ).toBeLessThan(0.02);
    }
    for (const bytes of own.files.values()) expect(readFont(bytes).tables.has('fvar')).toBe(false);
  });

  it('keeps to the rights in its files, and says which they are', async () => {
    expect(await refusedAs([given(renamed(SANS, 'Closed', 2))])).toMatch(/may not be embedded/);
    expect(await refusedAs([given(renamed(SANS, 'Dots', 0x200))])).toMatch(/may not be embedded/);
    expect((await readFamily([given(renamed(SANS, 'Editable', 8))])).family.embed).toBe(true);
    for (const rights of [4, 0x100, 0x104]) {
      const own = await readFamily([given(renamed(SANS, `Preview ${rights}`, rights))]);
      expect(own.family.embed).toBe(false);
      addOwn(own.family, own.files);
      const [{ spec, table }] = SITUATIONS as [Situation];
      const { id, name } = own.family;
      const style = {
        ...FIRST_STYLE,
        type: { figures: { id, name }, headings: { id, name }, text: { id, name }, digits: null },
      };
      const locale = localeOf('en-GB');
      const laid = {
        figure: resolveFigure(spec, table, style),
        layout: drawFigure(spec, table, style, locale),
        style,
        locale,
      };
      const svg = String((await figureFile('svg', laid)).body);
      expect(svg).not.toContain('@font-face');
      expect(svg).not.toContain('<text');
      const pdf = Buffer.from((await figureFile('pdf', laid)).body).toString('latin1');
      expect(pdf).not.toMatch(/\/FontFile/);
      // In a page with a table, words are set in what may be carried.
      const page = String((await figureFile('html', laid)).body);
      expect(page).not.toContain(`@font-face{font-family:'${name}'`);
      expect(await fontFacesOf(textsOf(laid.layout.scene.nodes))).toContain("'Source Sans 3'");
    }
  });

  it('refuses what is no font, several, of two families, without digits, or here already', async () => {
    expect(await refusedAs([given(new TextEncoder().encode('month,a\n2026-01,1\n'), 'x.csv')])).toMatch(
      /“x.csv” is not a font/,
    );
    expect(await refusedAs([given(new Uint8Array())])).toMatch(/is not a font/);
    expect(await refusedAs([given(new TextEncoder().encode('ttcf\0\0\0\0'), 'x.ttc')])).toMatch(/several fonts/);
    expect(await refusedAs([given(new Uint8Array(13 * 2 ** 20))])).toMatch(/larger than 12 MB/);
    expect(await refusedAs([given(renamed(SANS, 'One')), given(renamed(SANS, 'Two'), 'two.ttf')])).toMatch(
      /“two.ttf” is of the family Two/,
    );
    expect(await refusedAs([given(renamed(SANS, 'inter'))])).toMatch(/comes with Rizo/);
    const emoji = packaged('@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf');
    const digitless = await readFamily([given(renamed(emoji, 'Signs'))]).then(
      ({ family: own }) => own.name,
      (error: Error) => error.message,
    );
    expect(digitless).toMatch(/Signs|has no letter/);
  });

  it('is called by its name alone, whatever else stands in it', async () => {
    for (const name of ["Bad'} </style><script>alert(1)</script>", 'A"b\\c;d{e}', '\u202eevil', 'x'.repeat(300), "'"]) {
      const { family: own } = await readFamily([given(renamed(SANS, name))]);
      expect(own.name).toMatch(/^[\p{L}\p{M}\p{N} .&+()-]{1,60}$/u);
    }
  });

  it('that is broken is refused in a sentence, or is a whole one: 300 of them', async () => {
    const dice = new Dice(7);
    const whole = renamed(franklin('400Regular'), 'Broken');
    let [read, refused] = [0, 0];
    for (let round = 0; round < 300; round++) {
      const bytes = whole.slice(0, dice.next() < 0.4 ? Math.floor(dice.next() * whole.length) : whole.length);
      const flips = 1 + dice.below(40);
      // The first kilobytes hold what says where everything is.
      const reach = dice.next() < 0.5 ? Math.min(bytes.length, 2000) : bytes.length;
      for (let flip = 0; flip < flips && bytes.length > 0; flip++)
        bytes[Math.floor(dice.next() * reach)] = dice.below(256);
      try {
        const own = await readFamily([given(bytes)]);
        read += 1;
        for (const face of own.files.values()) {
          const font = create(Buffer.from(face));
          expect('layout' in font && font.layout('2026').advanceWidth >= 0).toBe(true);
        }
        expect(Number.isFinite(own.family.capHeight)).toBe(true);
      } catch (error) {
        expect(error, String(error)).toBeInstanceOf(Refusal);
        refused += 1;
      }
    }
    expect(read).toBeGreaterThan(5);
    expect(refused).toBeGreaterThan(50);
  });

  it('is set in its own face once it is there, and in the first again when it is gone, whatever was set before', async () => {
    const own = await readFamily([
      given(renamed(packaged('@expo-google-fonts/eb-garamond/400Regular/EBGaramond_400Regular.ttf'), 'Late')),
    ]);
    const face = faceId({ family: own.family.id, digits: null, grade: 400, italic: false });
    const words = 'Passengers by route, 2026';
    const rules = () => fontFacesOf([{ face, text: words }]);
    const [narrow, before] = [textWidth(words, face, 9), await rules()];
    expect(narrow).toBe(textWidth(words, 'sans-400', 9));
    expect(before).toContain("'Source Sans 3'");
    addOwn(own.family, own.files);
    expect(textWidth(words, face, 9)).toBeCloseTo(textWidth(words, 'garamond-400', 9), 6);
    expect(await rules()).toContain("'Late'");
    forgetFamily(own.family.id);
    expect(textWidth(words, face, 9)).toBe(narrow);
    expect(await rules()).toBe(before);
  });

  it('stands in the first family where it is gone', () => {
    expect(faceOf('own-0123456789abcdef-400').family.id).toBe('sans');
  });
});
