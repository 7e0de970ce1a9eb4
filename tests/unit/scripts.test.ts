/** Letters of all scripts: which face has them, how wide they are, how they are ordered, and what has none. */
import fc from 'fast-check';
import * as fontkit from 'fontkit';
import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { lackingLetters } from '../../src/core/text/lacking.ts';
import { lettersOf } from '../../src/core/text/letters.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { type ScriptId, scriptsOf } from '../../src/core/text/scripts.ts';
import { shorten, shortenApart, wrap } from '../../src/core/text/wrap.ts';
import { facesOf } from '../../src/core/type/faces.ts';
import { fontFacesOf, subsetOf } from '../../src/formats/embed.ts';
import { faceBytes, scriptBytes } from '../../src/formats/fonts.ts';
import { outlineText } from '../../src/formats/outlines.ts';
import { shapeText } from '../../src/formats/shape.ts';
import { openFace } from '../../tools/open-face.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

const FACES = facesOf('sans');
const WORDS = [
  'נמל צפון',
  'ميناء الشمال',
  'ท่าเรือเหนือ',
  'उत्तरी घाट',
  '北の港',
  '北码头与外岛',
  '북쪽 항구',
  '🛳',
  '👨‍👩‍👧',
  '🇫🇮',
  'Северный причал',
  'ΑΘΗΝΑ και νησιά',
  'Zürich–Genève',
  'Ферри',
  'e\u0301te\u0301',
  '2023',
  '(14)',
];
const mixed = fc.array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 5 }).map((words) => words.join(' '));

describe('letters of any script', () => {
  it.each(WORDS)('%s has glyphs throughout', (text) => {
    for (const id of FACES)
      expect(shapeText(text.normalize('NFC'), id).glyphs.every(({ glyph }) => glyph !== 0)).toBe(true);
    expect(lackingLetters([text])).toEqual([]);
  });

  it('are as wide as they are shaped, in any mixture', () => {
    fc.assert(
      fc.property(mixed, fc.constantFrom(...FACES), (text, face) => {
        // Pairs of letters of two scripts are not in the tables; a hundredth of the size is under 0.1 pt.
        expect(Math.abs(textWidth(text, face, 1) - shapeText(text.normalize('NFC'), face).width)).toBeLessThan(0.01);
      }),
      { numRuns: 200 },
    );
  });

  it('go over from one script into another without a pair that is adjusted', () => {
    for (const id of FACES)
      for (const text of [
        'Genève ΑΘΗΝΑ',
        'ΑΘΗΝΑ To',
        'Pier ГТУ',
        'ГТУ AV',
        'ΑΥΤ Уж',
        'To. ΑΥ, Та',
        'Kelda–Ты',
        'V.Τα',
        'a-Та',
        'x-Υψ',
        'Г.To',
        'Υ-To',
      ])
        expect(textWidth(text, id, 1), `${text} ${id}`).toBeCloseTo(shapeText(text, id).width, 3);
  });

  it('of Greek and Cyrillic script are kerned as their font says', () => {
    for (const letters of ['ΑΥΤΓΔΛαυτγλ .,', 'ГТУАДтудаЪЫ .,Ќѓ'])
      fc.assert(
        fc.property(
          fc.array(fc.constantFrom(...letters), { minLength: 1, maxLength: 20 }).map((own) => own.join('')),
          fc.constantFrom(...FACES),
          (text, face) => {
            const font = openFace(face);
            expect(textWidth(text, face, font.unitsPerEm)).toBeCloseTo(font.layout(text).advanceWidth, 0);
          },
        ),
        { numRuns: 200 },
      );
  });

  it('keep figures in their order within text that runs from right to left', () => {
    const digits = (text: string) => {
      const { glyphs } = shapeText(text, 'sans-400');
      const own = shapeText('2023', 'sans-400').glyphs.map(({ glyph }) => glyph);
      const line = glyphs.map(({ glyph }) => glyph);
      return { at: line.join().indexOf(own.join()), first: line[0], own };
    };
    const arabic = digits('ميناء 2023');
    // It is read from the right, so the year stands at the left, and as it is written.
    expect(arabic.at).toBe(0);
    expect(digits('2023 ميناء').at).toBeGreaterThan(0);
    const { glyphs } = shapeText('P نمل A', 'sans-400');
    const alone = (letter: string) => shapeText(letter, 'sans-400').glyphs[0]?.glyph;
    expect([glyphs[0]?.glyph, glyphs.at(-1)?.glyph]).toEqual([alone('P'), alone('A')]);
  });

  it('are never cut within', () => {
    fc.assert(
      fc.property(mixed, fc.integer({ min: 5, max: 120 }), (text, width) => {
        const whole = new Set(lettersOf(text.replaceAll('\n', ' ')));
        const short = shorten(text, 'sans-400', 7, width);
        for (const letter of lettersOf(short.replace(/…$/, '')))
          if (letter !== '…') expect(whole.has(letter) || letter.trim() === '', letter).toBe(true);
        for (const line of wrap(text, 'sans-400', 7, width))
          for (const letter of lettersOf(line)) expect(whole.has(letter)).toBe(true);
      }),
      { numRuns: 200 },
    );
  });

  it('are told in a note where no face has them', () => {
    const { spec, table } = situation('Tablets 𒀀𒀁', [
      dates(months(2024, 1, 6), 'month'),
      numbers('a', [1, 2, 3, 4, 5, 6]),
    ]);
    const layout = drawFigure(spec, table, DEFAULT_STYLE, localeOf('en-GB'));
    const note = proofNotes({
      figure: resolveFigure(spec, table, DEFAULT_STYLE),
      layout,
      style: DEFAULT_STYLE,
      locale: localeOf('en-GB'),
    }).find(({ check }) => check === 'glyphs');
    expect(note?.text).toBe(
      'No typeface here has “𒀀” and “𒀁”, so “Tablets 𒀀𒀁” shows a box instead. Write it another way.',
    );
  });
});

const fullHas = (script: ScriptId | null, letter: string) =>
  script !== null || openFace('sans-400').hasGlyphForCodePoint(letter.codePointAt(0) ?? 0);

describe('files', () => {
  const figure = (title: string) => {
    const { spec, table } = situation(title, [dates(months(2024, 1, 6), 'month'), numbers('a', [1, 2, 3, 4, 5, 6])]);
    return drawFigure(FigureSpec.parse(spec), table, DEFAULT_STYLE, localeOf('en-GB')).scene;
  };

  it('name and carry the faces of the letters that they have, and only those', async () => {
    const scene = figure('ميناء 北码头');
    const svg = toSvg(scene, { fontFaces: await fontFacesOf(textsOf(scene.nodes)) });
    expect(scriptsOf('ميناء 北码头')).toEqual(['arabic', 'sc']);
    for (const family of ['Noto Sans Arabic', 'Noto Sans SC']) {
      expect(svg).toContain(`@font-face{font-family:'${family}'`);
      expect(svg).toContain(`'${family}', `);
    }
    expect(svg).not.toContain('Noto Sans Hebrew');
    // What runs from right to left is a text of its own within the line.
    expect(svg).toContain('\u2068ميناء 北码头\u2069');
    expect(svg.length).toBeLessThan(120_000);
    expect(await fontFacesOf(textsOf(figure('Plain').nodes))).not.toContain('Noto');
  });

  it.each([
    ['น้ำ', 'thai', '\u0e4d\u0e32'],
    ['e\u0301', null, 'é'],
    ['ǖ', null, 'u'],
  ] as const)('carry what a reader may put in place of the letters of “%s”', async (text, script, parts) => {
    const bytes = () => (script ? scriptBytes(script, false) : faceBytes('sans-400'));
    const font = fontkit.create(await subsetOf(`test ${script}`, bytes, new Set(text)));
    if (!('hasGlyphForCodePoint' in font)) throw new Error('several fonts');
    for (const letter of [...text, ...parts].filter((one) => fullHas(script, one)))
      expect(font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0), letter).toBe(true);
  });

  it('hold outlines of every letter', () => {
    for (const text of WORDS) {
      const node = {
        kind: 'text',
        x: 0,
        y: 0,
        text,
        face: 'sans-400',
        size: 10,
        colour: '#000000',
        anchor: 'start',
      } as const;
      const d = outlineText(node);
      expect(d.length, text).toBeGreaterThan(50);
      expect(d).not.toMatch(/NaN|undefined/);
      const xs = [...d.matchAll(/[MLQC]([-\d.]+) /g)].map(([, x]) => Number(x));
      expect(Math.max(...xs), text).toBeLessThan(textWidth(text, 'sans-400', 10) + 2);
    }
  });
});

describe('names that begin alike', () => {
  it('are shortened so that they differ, or not at all', () => {
    const names = fc.array(
      fc
        .tuple(
          fc.constantFrom('Passengers landed at ', 'Passengers ', ''),
          fc.constantFrom('pier A', 'pier B', 'Ness', 'the outer skerry', '北の港'),
        )
        .map(([head, tail]) => head + tail),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(names, fc.integer({ min: 8, max: 120 }), (texts, width) => {
        const short = shortenApart(texts, 'sans-600', 7.2, width);
        if (!short) return;
        short.forEach((text, index) => {
          expect(textWidth(text, 'sans-600', 7.2)).toBeLessThanOrEqual(width + 0.01);
          short.forEach((other, at) => {
            if (texts[index] !== texts[at]) expect(text).not.toBe(other);
          });
        });
      }),
    );
  });
});
