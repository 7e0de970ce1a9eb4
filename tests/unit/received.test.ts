import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../../src/core/refusal.ts';
import type { Column } from '../../src/core/table/column.ts';
import { readTableFile, readTableText as readText } from '../../src/formats/table-file.ts';
import { decodeText, MOST_BYTES, tooLarge } from '../../src/formats/text.ts';

const bytesOf = (name: string) => readFileSync(new URL(`../received/${name}`, import.meta.url));
const read = async (name: string, sheet?: string) =>
  (await readTableFile(name, bytesOf(name), sheet === undefined ? {} : { sheet })).table;
const readTableText = async (text: string, title: string) => (await readText(text, title)).table;
const brief = (column: Column) => {
  if (column.kind === 'date') return `${column.key}: date, ${column.interval}`;
  if (column.kind === 'number') return `${column.key}: number${column.unit ? `, ${column.unit}` : ''}`;
  return `${column.key}: text${column.ordered ? ', ordered' : ''}`;
};
const remarks = async (name: string) => (await read(name)).remarks.map((remark) => remark.text);

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
    [
      'passengers-series-in-rows.csv',
      25,
      [
        'period: date, month',
        'outer_isles: number, thousands',
        'harbour_shuttle: number, thousands',
        'kelda_to_ness: number, thousands',
        'sound_crossing: number, thousands',
        'night_freight: number, thousands',
        'north_skerries: number, thousands',
        'lighthouse_tour: number, thousands',
        'winter_mail: number, thousands',
        'all_routes: number, thousands',
      ],
    ],
    ['clipboard-table.html', 20, ['week: date, week', 'bookings: number', 'cancelled: number, %']],
  ])('%s', async (name, rows, columns) => {
    const table = await read(name);
    expect(table.rows).toBe(rows);
    expect(table.columns.map(brief)).toEqual(columns);
    expect(table.columns.every((column) => column.cells.length === rows)).toBe(true);
  });

  it('reads the values behind their dress', async () => {
    const cells = async (name: string, key: string) =>
      (await read(name)).columns.find((column) => column.key === key)?.cells ?? [];
    expect((await cells('punctuality-continental.csv', 'erlos'))[0]).toBe(580_417.5);
    expect((await cells('punctuality-continental.csv', 'datum'))[0]).toBe(Date.UTC(2024, 6, 31));
    expect((await cells('margins-quarterly.csv', 'net_margin')).slice(2, 5)).toEqual([734, -1066, 51]);
    expect((await cells('margins-quarterly.csv', 'change')).slice(2, 4)).toEqual([55, -96]);
    expect((await cells('fuel-daily.csv', 'date')).slice(0, 2)).toEqual([Date.UTC(2023, 0, 2), Date.UTC(2023, 0, 3)]);
    expect((await cells('sailings-monthly.csv', 'kelda_ness')).slice(12, 17)).toEqual([6137, null, null, null, 14_154]);
  });

  it('says what is missing, and where', async () => {
    expect(await remarks('sailings-monthly.csv')).toContain('kelda_ness: 3 values are missing (lines 15, 16 and 17).');
  });

  it.each([
    ['broken-empty.csv', /file is empty/],
    ['broken-binary.csv', /not text: line 1 /],
    ['broken-quote.csv', /quote opens on line 2 and is never closed/],
  ])('%s is refused with its line', async (name, message) => {
    await expect(read(name)).rejects.toThrow(message);
  });

  it('takes ragged lines and names them', async () => {
    const table = await read('broken-ragged.csv');
    expect(await remarks('broken-ragged.csv')).toEqual(
      expect.arrayContaining([
        'Line 3 has fewer than 3 cells; the others count as missing.',
        'Line 4 has more than 3 cells; the extra ones are in a column without a title.',
      ]),
    );
    expect(table.columns.map((column) => column.cells)).toEqual([
      [Date.UTC(2026, 0, 1), Date.UTC(2026, 1, 1), Date.UTC(2026, 2, 1)],
      [1, 3, 4],
      [2, null, 5],
      [null, null, 6],
    ]);
  });

  it('says that a header has no rows below it', async () => {
    expect((await read('broken-header-only.csv')).rows).toBe(0);
    expect((await remarks('broken-header-only.csv')).join()).toMatch(/Line 1 is a header with no rows below it/);
  });

  it('keeps a column of mixed dates as text and names the lines', async () => {
    expect((await read('broken-mixed-dates.csv')).columns[0]?.kind).toBe('text');
    expect((await remarks('broken-mixed-dates.csv')).join()).toMatch(
      /year-month-day on line 2, month\/day\/year on line 3/,
    );
  });

  it('refuses a file over 50 MB by its size alone', async () => {
    expect(tooLarge('big.csv', MOST_BYTES)).toBeNull();
    expect(tooLarge('big.csv', MOST_BYTES + 1)).toMatch(/“big.csv” is 50\.0 MB; Rizo takes files of up to 50 MB/);
  });
});

/** A received table as it was understood, in the words of `understood.txt`. */
async function understood(name: string): Promise<string> {
  try {
    const { table, lines, turned } = await readTableFile(name, bytesOf(name));
    const totals = table.totals.map((row) => row + 1).join(', ');
    const notes = [
      `lines ${lines.from} to ${lines.to}`,
      lines.header && 'headed',
      turned && 'turned',
      totals && `totals in rows ${totals}`,
    ];
    return [
      `${name}: “${table.title}”, ${table.rows} rows, ${notes.filter(Boolean).join(', ')}`,
      ...table.columns.map(
        (column) => `  ${brief(column)}${column.kind === 'number' && column.total ? ', total' : ''}`,
      ),
      ...table.remarks.map(({ text, others = [] }) =>
        [`  - ${text}`, ...others.map(({ say }) => `[${say}]`)].join(' '),
      ),
    ].join('\n');
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return `${name}: refused: ${error.message}`;
  }
}

describe('everything received', () => {
  it('comes in with the kinds, intervals and remarks that were looked at one by one', async () => {
    const folder = new URL('../received/', import.meta.url);
    const names = readdirSync(folder).filter((name) => name !== 'understood.txt' && !name.endsWith('.ts'));
    const said = await Promise.all(names.sort().map(understood));
    await expect(`${said.join('\n\n')}\n`).toMatchFileSnapshot('../received/understood.txt');
    expect(names).toHaveLength(18);
  });
});

describe('delimited text', () => {
  it('counts lines past quoted line breaks', async () => {
    const table = await readTableText('name,a\n"one\ntwo",1\nthree\n', 'T');
    expect(table.remarks.map((remark) => remark.text)).toContain(
      'Line 4 has fewer than 2 cells; the others count as missing.',
    );
  });

  it('keeps what cannot be read, as typed, and counts it as missing', async () => {
    const rows = Array.from({ length: 9 }, (_, index) => `${2000 + index},${index}`);
    const table = await readTableText(`year,a\n${rows.join('\n')}\n2009,closed\n`, 'T');
    expect(table.columns[1]).toMatchObject({ kind: 'number' });
    expect(table.columns[1]?.cells.at(-1)).toBe('closed');
    expect(table.remarks.map((remark) => remark.text).join()).toMatch(/“closed” on line 11/);
  });

  it('reads UTF-16, Windows-1252 and any line ends', async () => {
    const utf16 = Buffer.concat([
      Buffer.from([0xff, 0xfe]),
      Buffer.from('Jahr;Erlös\r\n2024;1,5\r\n2025;2,5\r\n', 'utf16le'),
    ]);
    const { table } = await readTableFile('a.csv', utf16);
    expect(table.columns.map((column) => column.title)).toEqual(['Jahr', 'Erlös']);
    expect(table.columns[1]?.cells).toEqual([1.5, 2.5]);
    const { table: latin } = await readTableFile('b.csv', Buffer.from('Jahr;Erl\xf6s\r2024;3\r2025;4\r', 'latin1'));
    expect(latin.columns[1]).toMatchObject({ title: 'Erlös', cells: [3, 4] });
  });

  it('gives numbered titles to a table without a header', async () => {
    const table = await readTableText('2024-01,5\n2024-02,6\n', 'T');
    expect(table.rows).toBe(2);
    expect(table.columns.map((column) => column.title)).toEqual(['Column 1', 'Column 2']);
  });

  it('reads a year column as the axis and a count of years as a measure', async () => {
    const table = await readTableText('ship,built_years\nA,2011\nB,1985\nC,1999\n', 'T');
    expect(table.columns[1]?.kind).toBe('number');
  });
});

describe('series in rows, totals and words around a table', () => {
  it('turns them, keeps totals apart and reads what stands around', async () => {
    const table = await read('passengers-series-in-rows.csv');
    expect(table.columns[0]?.cells.slice(0, 2)).toEqual([Date.UTC(2024, 10, 1), Date.UTC(2024, 11, 1)]);
    expect(table.columns[1]?.cells.slice(0, 3)).toEqual([4.8, 2.4, 1.4]);
    expect(table.columns.at(-1)).toMatchObject({ title: 'All routes', total: true });
    expect(table.columns.filter((column) => column.kind === 'number' && column.total)).toHaveLength(1);
    expect(table.title).toBe('Passengers by route');
    expect(table.totals).toEqual([24]);
    expect(table.columns[0]?.cells[24]).toBe('Total');
    const said = (await remarks('passengers-series-in-rows.csv')).join('\n');
    expect(said).toMatch(/“Skerry Line” and “Passengers by route \(thousands\)” above the table became its title/);
    expect(said).toMatch(/“Lighthouse Tour does not run.*below the table became a remark/);
    expect(said).toMatch(/rows and columns were swapped/);
    expect(said).toMatch(/“All routes” and “Total” are totals/);
  });

  it('takes weeks without a year as categories in order', async () => {
    const table = await read('targets-met-weekly.csv');
    expect(table.rows).toBe(20);
    expect(table.columns[0]).toMatchObject({ kind: 'text', ordered: true });
    expect(table.columns[2]?.cells.slice(0, 6)).toEqual([-1, 1, -1, -1, 1, 0]);
  });

  it('does not take one column of words for titles, nor a last short row for a remark', async () => {
    expect((await readTableText('pier\nNorthgate\nOld Quay\n', 'T')).rows).toBe(2);
    const table = await readTableText('pier,a\nNorthgate,1\nOld Quay,\n', 'T');
    expect(table.rows).toBe(2);
  });
});

describe('workbooks, HTML and JSON', () => {
  it.each(['key-figures.xlsx', 'key-figures.ods'])('%s', async (name) => {
    const received = await readTableFile(name, bytesOf(name));
    expect(received.sheets).toEqual(['Key figures', 'Piers']);
    const { table } = received;
    expect(table.title).toBe('Skerry Line, monthly key figures');
    expect(table.rows).toBe(22);
    expect(table.columns[0]).toMatchObject({ kind: 'date', interval: 'month' });
    expect(table.columns[0]?.cells[0]).toBe(Date.UTC(2025, 0, 1));
    expect(table.columns.some((column) => column.kind === 'number' && column.unit === '%')).toBe(true);
    const piers = await read(name, 'Piers');
    expect(piers.title).toBe('Key figures, Piers');
    await expect(read(name, 'Gone')).rejects.toThrow(/no sheet “Gone”; there is “Key figures”, “Piers”/);
  });

  it('refuses a broken workbook and HTML without a table in one sentence', async () => {
    const cut = bytesOf('key-figures.xlsx').subarray(0, 4000);
    await expect(readTableFile('cut.xlsx', cut)).rejects.toThrow(/workbook cannot be opened .*; save it again/);
    await expect(readTableText('<p>nothing</p>', 'T')).rejects.toThrow(/no table in this HTML/);
  });

  it('reads JSON as records and as columns', async () => {
    const records = await readTableText('[{"month":"2026-01","a":1.5},{"month":"2026-02","b":2}]', 'T');
    expect(records.columns.map((column) => column.cells)).toEqual([
      [Date.UTC(2026, 0, 1), Date.UTC(2026, 1, 1)],
      [1.5, null],
      [null, 2],
    ]);
    const columns = await readTableText('{"year":[2024,2025,2026],"a":[1,null,3]}', 'T');
    expect(columns.columns[1]?.cells).toEqual([1, null, 3]);
    await expect(readTableText('{"a":{"b":1}}', 'T')).rejects.toThrow(/This JSON is not a table/);
    await expect(readTableText('[{"a":1}', 'T')).rejects.toThrow(/is incomplete or malformed/);
  });

  it('are decoded by the letters that stand in them', () => {
    const bytes = (...codes: (string | number)[]) =>
      Uint8Array.from(
        codes.flatMap((code) => (typeof code === 'number' ? [code] : [...code].map((letter) => letter.charCodeAt(0)))),
      );
    // “pasażerów;zł” in Windows-1250, “café;m³;€” in Windows-1252.
    expect(decodeText(bytes('pasa', 0xbf, 'er', 0xf3, 'w;z', 0xb3))).toBe('pasażerów;zł');
    expect(decodeText(bytes('caf', 0xe9, ';m', 0xb3, ';', 0x80))).toBe('café;m³;€');
    expect(decodeText(bytes('c', 0x9c, 'ur;', 0xa3, '12'))).toBe('cœur;£12');
  });
});
