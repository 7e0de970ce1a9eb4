import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../../src/core/text/more-metrics.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { ItemName } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { understand } from '../../src/core/table/understand.ts';
import { cutTo, lettersOf } from '../../src/core/text/letters.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { isStorable } from '../../src/core/text/storable.ts';
import { shorten, wrap } from '../../src/core/text/wrap.ts';
import { facesOf } from '../../src/core/type/faces.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { safeName } from '../../src/formats/file-name.ts';
import { openFace } from '../../tools/open-face.ts';

const FACES = facesOf('sans');
const LETTERS = [...' abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789.,:;–−%()/äöüßéèñłśźřΩ€'];
/** Greek is measured by its advances alone; pairs are known for Latin text. */
const LATIN = LETTERS.filter((letter) => letter !== 'Ω');
const words = fc.array(fc.constantFrom(...LATIN), { minLength: 0, maxLength: 40 }).map((letters) => letters.join(''));
/** Runs in which three letters join into one shape are beyond pair adjustments; none of them is an English word. */
const TRIPLE = /[fjt]{3}|ff[ijlbhk]|f[jt]t/;

describe('text measure', () => {
  it.each(FACES)('has the advances of the font file of %s', (id) => {
    const font = openFace(id);
    for (const letter of LETTERS) {
      const code = letter.codePointAt(0) ?? 0;
      expect(textWidth(letter, id, font.unitsPerEm)).toBe(font.glyphForCodePoint(code).advanceWidth);
    }
  });

  it.each(FACES)('measures runs as the font itself sets them in %s', (id) => {
    const font = openFace(id);
    fc.assert(
      fc.property(
        words.filter((text) => !TRIPLE.test(text)),
        (text) => {
          expect(textWidth(text, id, font.unitsPerEm)).toBeCloseTo(font.layout(text).advanceWidth, 0);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('kerns and scales', () => {
    // From the font's tables: A 544 wide, V 515, and 14 closer than that side by side.
    expect(textWidth('AV', 'sans-400', 1000)).toBe(544 + 515 - 14);
    expect(textWidth('AV', 'sans-400', 10)).toBeLessThan(
      textWidth('A', 'sans-400', 10) + textWidth('V', 'sans-400', 10),
    );
    expect(textWidth('2026', 'sans-400', 7.2)).toBeCloseTo((4 * 497 * 7.2) / 1000, 9);
    expect(textWidth('', 'sans-400', 10)).toBe(0);
  });
});

describe('wrapping', () => {
  it('keeps every word and every line within the width', () => {
    fc.assert(
      fc.property(words, fc.integer({ min: 30, max: 200 }), (text, width) => {
        const lines = wrap(text, 'sans-400', 8, width);
        expect(lines.join('').replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
        for (const line of lines) expect(textWidth(line, 'sans-400', 8)).toBeLessThanOrEqual(width);
      }),
    );
  });

  it('shortens the last line it may have', () => {
    const lines = wrap('one two three four five six seven eight', 'sans-400', 8, 60, 2);
    expect(lines).toHaveLength(2);
    expect(lines[1]?.endsWith('…')).toBe(true);
  });

  it('shortens to the longest start that fits', () => {
    expect(shorten('Harbour shuttle', 'sans-400', 8, 1000)).toBe('Harbour shuttle');
    const short = shorten('Harbour shuttle', 'sans-400', 8, 40);
    expect(short).toMatch(/^Harbour?.*…$/);
    expect(textWidth(short, 'sans-400', 8)).toBeLessThanOrEqual(40);
  });
});

describe('a text that is cut', () => {
  it('holds whole letters, as many as fit, whatever they are made of', () => {
    const letters = ['a', 'é', 'e\u0301', '🛳️', '👩‍👩‍👧', '🇫🇮', 'क्षि', 'ท่า', '한', '\u{1d49c}', ' ', 'ß'];
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...letters), { maxLength: 120 }),
        fc.integer({ min: 0, max: 200 }),
        (parts, most) => {
          const text = parts.join('');
          const cut = cutTo(text, most);
          const whole = lettersOf(text);
          const kept = lettersOf(cut);
          expect(cut.length).toBeLessThanOrEqual(most);
          expect(kept).toEqual(whole.slice(0, kept.length));
          const next = whole[kept.length];
          if (next !== undefined) expect(cut.length + next.length).toBeGreaterThan(most);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('can be stored and named where a letter lies across its end', () => {
    const table = understand(readDelimited('month;a\n2024-01;1\n2024-02;2\n'), 'x');
    for (const title of [`${'x'.repeat(199)}🛳️ and more`, `${'x'.repeat(79)}🛳️`, `${'x'.repeat(79)}\u{1d49c}bc`]) {
      const { item } = packTable('t', { ...table, title }, () => 'block');
      const figure = draftFigure({ ...table, title }, { id: 'f', tableId: 't', style: DEFAULT_STYLE });
      for (const name of [item.name, figure.name, safeName(title, 'figure')]) {
        expect(isStorable(name)).toBe(true);
        expect(() => encodeURIComponent(name)).not.toThrow();
      }
      expect(ItemName.safeParse(item.name).success).toBe(true);
    }
  });
});
