/** Text that is parted straight into columns holds the cells that it holds when it is parted into rows. */
import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { type Grid, gridOfRows } from '../../src/core/table/grid.ts';
import type { Reading } from '../../src/core/table/reading.ts';
import { forEachText, mapTexts, repeatsOf, textsThat } from '../../src/core/table/repeats.ts';
import { understandRows } from '../../src/core/table/understand.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { partPlainText } from '../../src/formats/plain-cells.ts';
import { runs } from '../runs.ts';

const rowsBy = (text: string, delimiter: string) =>
  Papa.parse<string[]>(text, { delimiter, fastMode: true, skipEmptyLines: false }).data;
const rowsOf = (grid: Grid | null) => grid && Array.from({ length: grid.height }, (_, row) => [...grid.row(row)]);
const part = (text: string, delimiter = ',') => partPlainText(text, delimiter, () => {});

const piece = fc.constantFrom('', '0', '1', '12', 'North', ' ', 'Süd', '−4', 'a\u0301', 'ab', 'ba', '0.5', '🛳');
const lines = fc.array(fc.array(piece, { maxLength: 5 }), { minLength: 1, maxLength: 40 });

describe('text without quotes', () => {
  it('is parted as the parser of quoted text parts it, for each line end and delimiter', () => {
    fc.assert(
      fc.property(
        lines,
        fc.constantFrom('\n', '\r\n', '\r'),
        fc.constantFrom(',', ';', '\t', '|'),
        fc.boolean(),
        (rows, end, delimiter, isEnded) => {
          const text = rows.map((row) => row.join(delimiter)).join(end) + (isEnded ? end : '');
          // Of a single empty text the parser makes no row.
          if (text !== '') expect(rowsOf(part(text, delimiter))).toEqual(rowsBy(text, delimiter));
        },
      ),
      { seed: 61, numRuns: runs(3000) },
    );
  });
  it('is left to the other parser where its lines end in different ways', () => {
    for (const text of ['a,b\r\nc,d\n', 'a,b\nc,d\r\n', 'a\rb\n', 'a\r\nb\rc', 'a\rb\r\n'])
      expect(part(text)).toBeNull();
  });
  it('keeps thousands of different and of repeated texts apart', () => {
    const rows = Array.from({ length: 9000 }, (_, row) => [`${row * 7919}`, `pier ${row % 11}`, `${row % 4500}`, 'x']);
    const grid = part(rows.map((row) => row.join(',')).join('\n'));
    expect(rowsOf(grid)).toEqual(rows);
    expect(grid?.columns(5)).toEqual([0, 1, 2, 3, 4].map((column) => rows.map((row) => row[column] ?? '')));
  });
  it('keeps texts apart whose letters give one hash', () => {
    // 31 times one letter and the next: “Aa” and “BB” are alike, and so is each row of them.
    const alike = ['AaAa', 'AaBB', 'BBAa', 'BBBB', 'Aa', 'BB'];
    expect(rowsOf(part(alike.join('\n')))).toEqual(alike.map((text) => [text]));
  });
  it('says how far it is, and refuses what no table holds', () => {
    const told: number[] = [];
    const text = 'day,value\n'.repeat(400_000);
    partPlainText(text, ',', (share) => told.push(share));
    expect(told.length).toBeGreaterThan(2);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.every((share) => share > 0 && share <= 1)).toBe(true);
    expect(() => part(`a,b\n${'x'.repeat(1_000_001)}\n`)).toThrow(/Line 2 is longer than 1,000,000/);
    expect(() => part('1\n'.repeat(2_000_002))).toThrow(/more than 2,000,000 rows/);
    expect(() => part(`${','.repeat(4999)}\n`.repeat(1601))).toThrow(/more than 8,000,000 cells/);
  });
  it('is parted into rows where a late wide line would make many long columns', () => {
    expect(part(`${'1\n'.repeat(100_000)}${','.repeat(999)}\n`)).toBeNull();
    const { grid } = readDelimited(`${'1\n'.repeat(100_000)}${','.repeat(998)}2`);
    expect([grid.height, grid.at(99_999, 0), grid.at(100_000, 998)]).toEqual([100_001, '1', '2']);
  });
});

describe('a grid of columns', () => {
  it('gives the same cells, rows and columns as one of rows, also of a part of it', () => {
    fc.assert(
      fc.property(lines, fc.infiniteStream(fc.nat({ max: 6 })), (rows, numbers) => {
        const text = rows.map((row) => row.join(',')).join('\n');
        if (text === '') return;
        let grid = part(text) as Grid;
        let other: Grid = gridOfRows(rowsBy(text, ','));
        const next = () => numbers.next().value as number;
        for (let step = 0; step < 3; step++) {
          expect(rowsOf(grid)).toEqual(rowsOf(other));
          expect(grid.columns(7)).toEqual(other.columns(7));
          for (let column = 0; column < 7; column++)
            for (let row = -1; row <= grid.height; row++) expect(grid.at(row, column)).toBe(other.at(row, column));
          for (let row = 0; row < grid.height; row++) expect(grid.widthOf(row)).toBe(other.widthOf(row));
          const [skip, columns] = [next(), [0, 1, 2, 3, 4, 5].filter(() => next() > 1)];
          const kept = Array.from({ length: grid.height }, (_, row) => row).filter((row) => row % 7 !== skip);
          [grid, other] = [grid.pickRows(kept), other.pickRows(kept)];
          [grid, other] = [grid.pickColumns(columns), other.pickColumns(columns)];
        }
      }),
      { seed: 62, numRuns: runs(400) },
    );
  });
  it('tells of a long column which rows hold the same', () => {
    const rows = Array.from({ length: 6000 }, (_, row) => `head,${row}`.slice(0, 5 + (row % 3)));
    const list =
      (part(['top', ...rows].join('\n')) as Grid).pickRows(rows.map((_, row) => row + 1)).columns(1)[0] ?? [];
    const { texts, of, counts } = repeatsOf(list);
    expect(texts).toEqual([...new Set(list)]);
    expect(counts?.reduce((sum, count) => sum + count)).toBe(6000);
    expect(Array.from(of ?? [], (at) => texts[at])).toEqual(list);
    const seen = new Map<string, number>();
    forEachText(list, (text, count) => seen.set(text, count));
    for (const [text, count] of seen) expect(count).toBe(list.filter((one) => one === text).length);
    expect(mapTexts(list, (text) => text.length)).toEqual(list.map(({ length }) => length));
    expect(textsThat(list, (text) => text.endsWith(','))).toEqual(list.filter((text) => text.endsWith(',')));
  });
});

describe('a table', () => {
  /** The same text as rows, which the parser of quoted text makes. */
  const both = (text: string, reading: Reading = {}) => {
    const raw = readDelimited(text, reading.delimiter);
    const { grid } = raw;
    const inRows = { ...raw, grid: gridOfRows(rowsOf(grid) ?? []) };
    const understood = (of: typeof raw) => {
      try {
        return understandRows(of, 'T', reading);
      } catch (error) {
        return String(error);
      }
    };
    return [understood(raw), understood(inRows)];
  };
  const folder = new URL('../../../shared/received/', import.meta.url);
  const demo = new URL('../../demo/', import.meta.url);
  const texts = [folder, demo].flatMap((from) =>
    readdirSync(from)
      .filter((name) => /\.[ct]sv$/.test(name) && !/empty|quote/.test(name))
      .map((name) => [name, readFileSync(new URL(name, from), 'latin1')] as const),
  );
  it.each(texts)('%s is understood alike from columns and from rows', (_, text) => {
    const [one, other] = both(text);
    expect(one).toEqual(other);
  });
  it('with titles, blank lines and columns, notes, repeated heads and series in rows is understood alike', () => {
    const line = fc.constantFrom(
      'Passengers by pier',
      '',
      ',,',
      'month,,North,South',
      'Pier,Jan 2024,Feb 2024,Mar 2024',
      'North,1,2,3',
      'South,4,,6',
      '2024-01,,5,6',
      '2024-02,,7,n/a',
      '2024-02,,7',
      'Total,,12,13,extra',
      'Source: harbour office',
      '* provisional',
      'EUR thousand,,%,%',
    );
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 14 }), (made) => {
        if (made.join('').trim() === '') return;
        const [one, other] = both(made.join('\n'));
        expect(one).toEqual(other);
      }),
      { seed: 63, numRuns: runs(1500) },
    );
  });
});
