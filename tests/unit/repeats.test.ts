/** What is asked of each different text once comes to what asking every row comes to. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cell, Column } from '../../src/core/table/column.ts';
import { inferColumn } from '../../src/core/table/infer.ts';
import { countRead, readAll } from '../../src/core/table/infer-texts.ts';
import { isMissing } from '../../src/core/table/missing.ts';
import { receivedOf } from '../../src/core/table/received.ts';
import { forEachText, mapTexts, repeatsOf, someText, textsThat } from '../../src/core/table/repeats.ts';
import { textOfCell } from '../../src/core/table/written.ts';
import { runs } from '../runs.ts';

const WORDS = ['', ' ', 'n/a', 'Kelda', '__proto__', '12', '1.5', '-3', '12 ', '<5', '7 p', '00', '3 kg', 'Total', '…'];
/** Lists that are gone through as they are, that repeat, that do not, and that only begin to. */
const lists = fc
  .record({
    rows: fc.oneof(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 250, max: 9000 })),
    different: fc.constantFrom(1, 3, 60, 3000, 100_000),
    from: fc.constantFrom(0, 5000),
    step: fc.integer({ min: 1, max: 97 }),
  })
  .map(({ rows, different, from, step }) =>
    Array.from({ length: rows }, (_, row) => {
      const at = row < from ? row : (row * step) % different;
      return at < WORDS.length ? (WORDS[at] ?? '') : `${at % 7 === 0 ? 'Pier ' : ''}${at}`;
    }),
  );
const number = (text: string) => (/^-?\d+(?:\.\d+)?$/.test(text.trim()) ? Number(text) : null);

describe('texts that repeat', () => {
  it('are counted, found, made into others and left out as each of them by itself would be', () => {
    fc.assert(
      fc.property(lists, (all) => {
        const { texts, of, counts } = repeatsOf(all);
        expect(of ? Array.from(of, (at) => texts[at]) : texts).toEqual(all);
        expect(counts === null ? texts.length : counts.reduce((sum, count) => sum + count, 0)).toBe(all.length);
        if (of) expect(texts).toEqual([...new Set(all)]);
        const seen = new Map<string, number>();
        forEachText(all, (text, rows) => seen.set(text, (seen.get(text) ?? 0) + rows));
        for (const [text, rows] of seen) expect(rows).toBe(all.filter((one) => one === text).length);
        expect(mapTexts(all, (text) => text.length)).toEqual(all.map((text) => text.length));
        expect(textsThat(all, isMissing)).toEqual(all.filter(isMissing));
        expect(textsThat(all, () => true)).toBe(all);
        expect(someText(all, isMissing)).toBe(all.some(isMissing));
        expect(countRead(all, number)).toBe(all.filter((text) => number(text) !== null).length);
        const read = readAll(all, number);
        const cells = all.map((text): Cell => number(text) ?? (isMissing(text) ? null : text));
        expect(read).toEqual({ cells, unread: cells.filter((cell) => typeof cell === 'string').length });
      }),
      { numRuns: runs(40) },
    );
  });

  it('are kept as received where their value is written otherwise, row by row', () => {
    fc.assert(
      fc.property(lists, fc.nat(), (all, gone) => {
        // One row holds something else than others of the same text, as a total row does.
        const cells = readAll(all, number).cells.map((cell, row) => (row === gone % 300 ? null : cell));
        const column: Column = { key: 'a', title: 'A', kind: 'number', unit: null, whole: false, total: false, cells };
        const kept = all.map((text, row) => (textOfCell(column, cells[row] ?? null) === text ? null : text));
        expect(receivedOf(column, all) ?? all.map(() => null)).toEqual(kept);
      }),
      { numRuns: runs(40) },
    );
  });
});

describe('what is said of a long column', () => {
  it('counts all of its rows, however few of them have what it speaks of', () => {
    const texts = Array.from({ length: 20_011 }, (_, row) => `${row}.25${row % 101 === 7 ? ' p' : ''}`);
    const { findings } = inferColumn({ key: 'a', title: 'A', texts, placeOf: (row) => row }, false);
    expect(findings.map(({ text }) => text)).toContain('A: “p” at 199 values is a flag, not part of the numbers.');
    const shares = texts.map((_, row) => (row === 11_111 ? '0.14' : `${2 + (row % 50)} %`));
    const asked = inferColumn({ key: 'a', title: 'A', texts: shares, placeOf: (row) => row }, false).findings;
    expect(asked.filter(({ asks }) => asks).map(({ text }) => text)).toEqual([
      'A: is “0.14” 14 % or 0.14 %? Other values have a %; this one does not.',
    ]);
  });
});

describe('a column that repeats itself', () => {
  const cell = fc.oneof(
    { weight: 5, arbitrary: fc.integer({ min: -90_000, max: 90_000 }).map(String) },
    { weight: 2, arbitrary: fc.integer({ min: 1, max: 900_000 }).map((value) => (value / 100).toFixed(2)) },
  );
  /** What may stand beside the numbers of a column. */
  const beside = fc.constantFrom<(text: string) => string>(
    (text) => text,
    (text) => `${text} kg`,
    (text) => `€ ${text}`,
    (text) => `${text} %`,
    (text) => text.replace('.', ','),
    (text) => `${text}k`,
    (text) => `Pier ${text}`,
  );
  const odd = fc.constantFrom('n/a', '', '<5', '12 p', 'closed', '#DIV/0!', '-9999', '0.14', '1,204', '1.204');
  const column = fc
    .tuple(fc.array(cell, { minLength: 6, maxLength: 30 }), beside, fc.array(odd, { maxLength: 3 }))
    .map(([texts, write, odds]) => [...texts.map(write), ...odds]);
  const read = (texts: readonly string[]) => {
    const inferred = inferColumn({ key: 'a', title: 'A', texts, placeOf: (row) => row }, false);
    return { ...inferred, asks: inferred.findings.map(({ asks }) => asks === true) };
  };
  it('is read as it is when it stands there once', () => {
    fc.assert(
      fc.property(column, fc.integer({ min: 20, max: 60 }), (texts, times) => {
        const once = read(texts);
        const often = read(Array.from({ length: times }, () => texts).flat());
        const { cells, ...meta } = often.column;
        expect({ ...meta, cells: cells.slice(0, texts.length) }).toEqual(once.column);
        for (let row = 0; row < cells.length; row++) expect(cells[row]).toBe(once.column.cells[row % texts.length]);
        expect(often.asks).toEqual(once.asks);
        expect(often.decided).toBe(once.decided);
      }),
      { numRuns: runs(150) },
    );
  });
});
