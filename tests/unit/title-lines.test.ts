/** Lines of words above a table, brackets in titles and flags before numbers, as files have them. */
import { describe, expect, it } from 'vitest';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { applySteps } from '../../src/core/table/shape/shape.ts';
import { isSourceLine, unitOfLine } from '../../src/core/table/title-lines.ts';
import { readTitle } from '../../src/core/table/titles.ts';
import { understand } from '../../src/core/table/understand.ts';
import { readDelimited } from '../../src/formats/delimited.ts';

const tableOf = (text: string) => understand(readDelimited(text), 'File');
const unitsOf = (text: string) =>
  tableOf(text).columns.map((column) => (column.kind === 'number' ? column.unit : null));

describe('a line above a table', () => {
  it.each([
    ['thousand EUR', 'thousand EUR'],
    ['(EUR million)', 'EUR million'],
    ['in Mio. €', 'Mio. €'],
    ['(in thousands)', 'thousands'],
    ['Values in EUR', 'EUR'],
    ['All figures in thousand EUR.', 'thousand EUR'],
    ['Figures are given in %', '%'],
    ['Per cent', '%'],
    ['Angaben in Tsd. EUR', 'Tsd. EUR'],
    ['Alle Werte in t', 't'],
    ['Einheit: Mio. EUR', 'Mio. EUR'],
    ['Maßeinheit: 1 000 Stück', '1 000 Stück'],
    ['Valeurs en milliers', 'milliers'],
    ['Unité : tonnes', 'tonnes'],
    ['Importes en millones', 'millones'],
    ['w mln zł', 'mln zł'],
    ['Jednostka: osoby', 'osoby'],
    ['Yksikkö: prosenttia', '%'],
    ['Unit: passengers', 'passengers'],
    ['2015=100', '2015=100'],
    ['Index, 2015 = 100', 'Index, 2015 = 100'],
    ['MWh per month', null],
    ['Sales by pier', null],
    ['Passengers by pier, 2025', null],
    ['in the outer isles', null],
    ['en route', null],
    ['Sales in EUR', null],
    ['2025', null],
    ['Thousand Islands ferry', null],
    ['Source: Skerry Line', null],
    ['Prozentsatz der Fahrten', null],
  ])('“%s” is the unit %s', (line, unit) => {
    expect(unitOfLine(line)).toBe(unit);
  });

  it.each([',', ';', '\t'])('is a title where it holds the delimiter %j, and a unit where it is one', (mark) => {
    const rows = [
      ['Month', 'North', 'South'],
      ['2025-01', '120', '130'],
      ['2025-02', '125', '128'],
      ['2025-03', '131', '140'],
    ].map((row) => row.join(mark));
    for (const end of ['\n', '\r\n']) {
      const file = (...above: string[]) => [...above, ...rows, ''].join(end);
      const plain = tableOf(file());
      for (const above of [
        [`Passengers by pier${mark} 2025`],
        [`Passengers by pier${mark} 2025`, 'thousand EUR'],
        [`Passengers by pier${mark} 2025`, ''],
        ['Skerry Line', `Passengers by pier${mark} 2025`, '(in thousands)'],
      ]) {
        const table = tableOf(file(...above));
        expect(table.title.replaceAll(mark, ',').replace(/,\s*/, ', ')).toBe('Passengers by pier, 2025');
        expect(table.columns.map(({ key, kind, cells }) => [key, kind, cells])).toEqual(
          plain.columns.map(({ key, kind, cells }) => [key, kind, cells]),
        );
      }
      expect(unitsOf(file('Sales', 'thousand EUR'))).toEqual([null, 'thousand EUR', 'thousand EUR']);
      expect(tableOf(file('thousand EUR')).title).toBe('File');
      expect(tableOf(file('Sales', 'thousand EUR')).remarks.map(({ text }) => text)).toEqual(
        expect.arrayContaining([
          '“Sales” above the table became its title.',
          '“thousand EUR” above the table became the unit of its columns.',
        ]),
      );
    }
  });

  it('is a row or a header where nothing tells it apart', () => {
    const short = tableOf('Month,North\n2025-01,120,130\n2025-02,125,128\n2025-03,131,140\n');
    expect(short.columns.map(({ title }) => title)).toEqual(['Month', 'North', 'Column 3']);
    const upper = tableOf(',2025,\nMonth,North,South\nJan,1,2\nFeb,3,4\n');
    expect(upper.columns.map(({ title }) => title)).toEqual(['Month', '2025 North', '2025 South']);
  });
});

describe('words in brackets behind a title', () => {
  it.each([
    'Fines (2025)',
    'Passengers (2024/25)',
    'Passengers (2019–2024)',
    'Guests (January to June 2025)',
    'Guests (Stand 31.03.2025)',
    'Load (Q1)',
    'Load (FY25)',
    'Guests (12)',
    'Rainfall (1961–1990)',
  ])('are no unit where they are a period: %s', (title) => {
    expect(readTitle(title)).toEqual({ name: title, unit: null });
  });
  it.each([
    ['Sales (EUR)', 'EUR'],
    ['Passengers (thousands)', 'thousands'],
    ['Output (2015=100)', '2015=100'],
    ['Output (EUR, 2015 prices)', 'EUR, 2015 prices'],
    ['Gross product (chained 2015 dollars)', 'chained 2015 dollars'],
    ['Umsatz (in Preisen von 2015)', 'in Preisen von 2015'],
    ['Heat (kWh 2019)', 'kWh 2019'],
    ['Accidents (per 1000 km)', 'per 1000 km'],
  ])('are the unit else: %s', (title, unit) => {
    expect(readTitle(title).unit).toBe(unit);
  });
});

describe('a letter before numbers', () => {
  const column = (cells: readonly string[]) =>
    tableOf(`Month,A\n${cells.map((cell, at) => `2025-${String(at + 1).padStart(2, '0')},${cell}`).join('\n')}\n`);
  it('is a flag where it stands before a few of them, as behind them', () => {
    const before = column(['120', 'e82', 'p 90.5', '111', '*98', '104', '-7', 'r-12']);
    expect(before.columns[1]?.kind).toBe('number');
    expect(before.columns[1]?.cells).toEqual([120, 82, 90.5, 111, 98, 104, -7, -12]);
    expect(before.remarks.map(({ text }) => text)).toContain(
      'A: “*” at 1 value, “e” at 1 value, “p” at 1 value and “r” at 1 value are flags, not part of the numbers.',
    );
  });
  it('is part of a code where most have it, or where it is no such letter', () => {
    expect(column(['p50', 'p75', 'p90', 'p95', 'p99', '100']).columns[1]?.kind).toBe('text');
    expect(column(['e82', 'e83', 'e84', '12', '13', '14', '15']).columns[1]?.kind).toBe('number');
    const other = column(['120', 'k82', '90', '111', '98', '104', '7', '12']);
    expect(other.columns[1]?.cells[1]).toBe('k82');
  });
  it('heads columns all the same', () => {
    const table = tableOf('Month,p50,p90,e1\n2025-01,1,2,3\n2025-02,2,3,4\n2025-03,3,4,5\n');
    expect(table.columns.map(({ title }) => title)).toEqual(['Month', 'p50', 'p90', 'e1']);
  });
});

describe('a line that names the source', () => {
  it.each([
    'Source: Skerry Line ledger',
    'Sources: harbour office, own counts',
    'Data source: harbour office',
    'Quelle: Hafenamt',
    'Source : bureau du port',
    'Fuente: oficina del puerto',
    'Źródło: kapitanat portu',
    'Lähde: satamatoimisto',
    'Bron: havenkantoor',
  ])('is that of the figures: %s', (line) => {
    const rows = 'Month;North\n2025-01;120\n2025-02;125\n2025-03;131\n';
    for (const [above, below] of [
      ['', `${line}\n`],
      ['', `\n${line}\nNote: provisional\n`],
      [`Guests\n${line}\n`, ''],
    ]) {
      const table = tableOf(`${above}${rows}${below}`);
      expect(table.rows).toBe(3);
      expect(table.title).toBe(above === '' ? 'File' : 'Guests');
      expect(table.remarks.map(({ text }) => text)).toContain(`“${line}” became the source of its figures.`);
      // Through storage, calculations and shapes.
      const { item } = packTable('t', table, () => 'block');
      const stored = { ...table, remarks: item.remarks };
      expect(draftFigure(stored, { id: 'f', tableId: 't', style: DEFAULT_STYLE }).words.source).toBe(line);
      const shaped = applySteps(stored, [{ kind: 'keep', column: 'month', test: { kind: 'last', periods: 2 } }]);
      expect(draftFigure(shaped, { id: 'f', tableId: 't', style: DEFAULT_STYLE }).words.source).toBe(line);
    }
  });
  it.each(['Sourced from boats', 'Source', 'Sources:', 'Outsource: 12', 'Note: see source: a'])(
    'is no other: %s',
    (line) => {
      expect(isSourceLine(line)).toBe(false);
    },
  );
});
