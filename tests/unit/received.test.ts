import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Column } from '../../src/core/table/column.ts';
import { readTableFile, readTableText } from '../../src/formats/table-file.ts';
import { MOST_BYTES, tooLarge } from '../../src/formats/text.ts';

const read = (name: string) => readTableFile(name, readFileSync(new URL(`../received/${name}`, import.meta.url)));
const brief = (column: Column) => {
  if (column.kind === 'date') return `${column.key}: date, ${column.interval}`;
  if (column.kind === 'number') return `${column.key}: number${column.unit ? `, ${column.unit}` : ''}`;
  return `${column.key}: text${column.ordered ? ', ordered' : ''}`;
};
const remarks = (name: string) => read(name).remarks.map((remark) => remark.text);

describe('tables as received', () => {
  it.each<[string, number, string[]]>([
    [
      'sailings-monthly.csv',
      34,
      [
        'month: date, month',
        'outer_isles: number',
        'harbour_shuttle: number',
        'kelda_ness: number',
        'sound_crossing: number',
        'on_time_pct: number, %',
        'cancelled: number',
        'fuel_eur_per_litre: number, EUR per litre',
        'revenue_eur: number, EUR',
      ],
    ],
    ['by-year.csv', 15, ['year: date, year', 'foot_passengers: number', 'vehicles: number']],
    ['time-of-day.tsv', 8, ['time_of_day: text, ordered', 'passengers_aboard: number', 'seats: number']],
    [
      'punctuality-continental.csv',
      26,
      ['datum: date, month', 'punktlich: number, %', 'ziel: number, %', 'erlos: number'],
    ],
    ['fuel-daily.csv', 1044, ['date: date, business day', 'fuel_delivered: number, $', 'volume: number']],
    [
      'margins-quarterly.csv',
      16,
      ['quarter: date, quarter', 'net_margin: number', 'subsidy: number', 'change: number'],
    ],
    ['piers-long-form.csv', 359, ['month: date, month', 'pier: text', 'vessel_class: text', 'passengers: number']],
  ])('%s', (name, rows, columns) => {
    const table = read(name);
    expect(table.rows).toBe(rows);
    expect(table.columns.map(brief)).toEqual(columns);
    expect(table.columns.every((column) => column.cells.length === rows)).toBe(true);
  });

  it('reads the values behind their dress', () => {
    const cells = (name: string, key: string) => read(name).columns.find((column) => column.key === key)?.cells ?? [];
    expect(cells('punctuality-continental.csv', 'erlos')[0]).toBe(580_417.5);
    expect(cells('punctuality-continental.csv', 'datum')[0]).toBe(Date.UTC(2024, 6, 31));
    expect(cells('margins-quarterly.csv', 'net_margin').slice(2, 5)).toEqual([734, -1066, 51]);
    expect(cells('margins-quarterly.csv', 'change').slice(2, 4)).toEqual([55, -96]);
    expect(cells('fuel-daily.csv', 'date').slice(0, 2)).toEqual([Date.UTC(2023, 0, 2), Date.UTC(2023, 0, 3)]);
    expect(cells('sailings-monthly.csv', 'kelda_ness').slice(12, 17)).toEqual([6137, null, null, null, 14_154]);
  });

  it('says what is missing, and where', () => {
    expect(remarks('sailings-monthly.csv')).toContain('kelda_ness: 3 values are missing (lines 15, 16 and 17).');
  });

  it.each([
    ['broken-empty.csv', /file is empty/],
    ['broken-binary.csv', /not text: line 1 /],
    ['broken-quote.csv', /quote opens on line 2 and is never closed/],
  ])('%s is refused with its line', (name, message) => {
    expect(() => read(name)).toThrow(message);
  });

  it('takes ragged lines and names them', () => {
    const table = read('broken-ragged.csv');
    expect(remarks('broken-ragged.csv')).toEqual(
      expect.arrayContaining([
        'Line 3 has fewer than 3 cells; the absent ones count as missing.',
        'Line 4 has more than 3 cells; the spare ones stand in a column without a title.',
      ]),
    );
    expect(table.columns.map((column) => column.cells)).toEqual([
      [Date.UTC(2026, 0, 1), Date.UTC(2026, 1, 1), Date.UTC(2026, 2, 1)],
      [1, 3, 4],
      [2, null, 5],
      [null, null, 6],
    ]);
  });

  it('says that a header has no rows below it', () => {
    expect(read('broken-header-only.csv').rows).toBe(0);
    expect(remarks('broken-header-only.csv').join()).toMatch(/Line 1 is a header and no rows follow it/);
  });

  it('keeps a column of mixed dates as text and names the lines', () => {
    expect(read('broken-mixed-dates.csv').columns[0]?.kind).toBe('text');
    expect(remarks('broken-mixed-dates.csv').join()).toMatch(/year-month-day on line 2, month\/day\/year on line 3/);
  });

  it('refuses a file over 50 MB by its size alone', () => {
    expect(tooLarge('big.csv', MOST_BYTES)).toBeNull();
    expect(tooLarge('big.csv', MOST_BYTES + 1)).toMatch(/“big.csv” has 50\.0 MB; Rizo takes files of up to 50 MB/);
  });
});

describe('delimited text', () => {
  it('counts lines past quoted line breaks', () => {
    const table = readTableText('name,a\n"one\ntwo",1\nthree\n', 'T');
    expect(table.remarks.map((remark) => remark.text)).toContain(
      'Line 4 has fewer than 2 cells; the absent ones count as missing.',
    );
  });

  it('keeps what cannot be read, as typed, and counts it as missing', () => {
    const rows = Array.from({ length: 9 }, (_, index) => `${2000 + index},${index}`);
    const table = readTableText(`year,a\n${rows.join('\n')}\n2009,closed\n`, 'T');
    expect(table.columns[1]).toMatchObject({ kind: 'number' });
    expect(table.columns[1]?.cells.at(-1)).toBe('closed');
    expect(table.remarks.map((remark) => remark.text).join()).toMatch(/“closed” on line 11/);
  });

  it('reads UTF-16, Windows-1252 and any line ends', () => {
    const utf16 = Buffer.concat([
      Buffer.from([0xff, 0xfe]),
      Buffer.from('Jahr;Erlös\r\n2024;1,5\r\n2025;2,5\r\n', 'utf16le'),
    ]);
    const table = readTableFile('a.csv', utf16);
    expect(table.columns.map((column) => column.title)).toEqual(['Jahr', 'Erlös']);
    expect(table.columns[1]?.cells).toEqual([1.5, 2.5]);
    const latin = readTableFile('b.csv', Buffer.from('Jahr;Erl\xf6s\r2024;3\r2025;4\r', 'latin1'));
    expect(latin.columns[1]).toMatchObject({ title: 'Erlös', cells: [3, 4] });
  });

  it('gives numbered titles to a table without a header', () => {
    const table = readTableText('2024-01,5\n2024-02,6\n', 'T');
    expect(table.rows).toBe(2);
    expect(table.columns.map((column) => column.title)).toEqual(['Column 1', 'Column 2']);
  });

  it('reads a year column as the axis and a count of years as a measure', () => {
    const table = readTableText('ship,built_years\nA,2011\nB,1985\nC,1999\n', 'T');
    expect(table.columns[1]?.kind).toBe('number');
  });
});
