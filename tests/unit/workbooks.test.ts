/** Workbooks, pages and JSON as programs write them: what the format says of cells, and what is refused before it is read. */
import { utils, type WorkBook, type WorkSheet, write } from '@e965/xlsx';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { isoOf } from '../../src/core/time/calendar.ts';
import { unpackedSize } from '../../src/formats/archive.ts';
import { readTableFile, readTableText } from '../../src/formats/table-file.ts';

const bytesOf = (book: WorkBook, bookType: 'xlsx' | 'ods' = 'xlsx') =>
  new Uint8Array(write(book, { type: 'array', bookType }) as ArrayBuffer);
const bookOf = (rows: unknown[][], change: (sheet: WorkSheet) => void = () => {}) => {
  const book = utils.book_new();
  const sheet = utils.aoa_to_sheet(rows);
  change(sheet);
  utils.book_append_sheet(book, sheet, 'Sailings');
  return book;
};
const read = async (book: WorkBook) => (await readTableFile('sailings.xlsx', bytesOf(book))).table;
const remarks = (table: Awaited<ReturnType<typeof read>>) => table.remarks.map(({ text }) => text).join('\n');
const format = (column: string, z: string, count: number) => (sheet: WorkSheet) => {
  for (let row = 2; row < 2 + count; row++) Object.assign(sheet[`${column}${row}`] as object, { z });
};

/** A workbook of one sheet as a program could write it: what it declares, and the place of its last cell. */
function handMade(declared: string, last: string): Uint8Array {
  const text = (at: string, value: string) => `<c r="${at}" t="inlineStr"><is><t>${value}</t></is></c>`;
  const number = (at: string, value: number) => `<c r="${at}"><v>${value}</v></c>`;
  const [, row = '3'] = /(\d+)$/.exec(last) ?? [];
  const sheet = `<row r="1">${text('A1', 'Month')}${text('B1', 'Load')}</row><row r="2">${text('A2', '2023-01')}${number('B2', 12)}</row><row r="${row}">${number(last, 14)}</row>`;
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const relations = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const packages = 'http://schemas.openxmlformats.org/package/2006';
  const files: Record<string, string> = {
    '[Content_Types].xml': `<Types xmlns="${packages}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>`,
    '_rels/.rels': `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${relations}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="${main}" xmlns:r="${relations}"><sheets><sheet name="Load" sheetId="1" r:id="r1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${relations}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    'xl/worksheets/sheet1.xml': `<worksheet xmlns="${main}"><dimension ref="${declared}"/><sheetData>${sheet}</sheetData></worksheet>`,
  };
  return zipSync(Object.fromEntries(Object.entries(files).map(([name, body]) => [name, strToU8(body)])));
}

describe('workbooks', () => {
  it('keep hours that run beyond a day as hours, and times of day as times', async () => {
    const hours = await read(
      bookOf(
        [
          ['Ship', 'Sailed'],
          ['Kelda', 1.125],
          ['Ness', 0.5],
          ['Sound', 2],
          ['Skerry', 3.25],
        ],
        format('B', '[h]:mm', 4),
      ),
    );
    expect(hours.columns[1]).toMatchObject({ kind: 'number', unit: 'h', cells: [27, 12, 48, 78] });
    const clock = await read(
      bookOf(
        [
          ['Leaves', 'Seats'],
          [0.25, 70],
          [0.375, 60],
          [0.75, 70],
        ],
        format('A', 'h:mm', 3),
      ),
    );
    expect(clock.columns[0]).toMatchObject({ kind: 'text', ordered: true, cells: ['06:00', '09:00', '18:00'] });
  });

  it('keep the seconds of a date', async () => {
    const rows = Array.from({ length: 6 }, (_, row) => [44_927 + (row * 30) / 86_400, row]);
    const table = await read(bookOf([['Time', 'Load'], ...rows], format('A', 'yyyy-mm-dd hh:mm:ss', 6)));
    expect(table.columns[0]).toMatchObject({ kind: 'date', interval: '30 seconds' });
    expect(table.columns[0]?.cells.slice(0, 2).map((cell) => isoOf(Number(cell)))).toEqual([
      '2023-01-01',
      '2023-01-01T00:00:30',
    ]);
  });

  it.each<[string, string | null, number[]]>([
    ['[$€-407]#,##0.00', '€', [1204.5, -980, 12]],
    ['#,##0.00\\ [$€-407];[Red]-#,##0.00\\ [$€-407]', '€', [1204.5, -980, 12]],
    ['_-* #,##0.00\\ "€"_-', '€', [1204.5, -980, 12]],
    ['"$"#,##0', '$', [1204.5, -980, 12]],
    ['[$CHF-807] #,##0.00', 'CHF', [1204.5, -980, 12]],
    ['[$-407]#,##0.00', null, [1204.5, -980, 12]],
    ['0.0" km"', 'km', [1204.5, -980, 12]],
    ['#,##0 "kWh"', 'kWh', [1204.5, -980, 12]],
    ['#,##0.00', null, [1204.5, -980, 12]],
    ['[Red]#,##0', null, [1204.5, -980, 12]],
    // Shown in millions, and kept in ones.
    ['0.0,,"Mio. €"', '€', [1_204_500, 980_000, 12]],
  ])('has the unit that the format %s writes', async (z, unit, values) => {
    const table = await read(
      bookOf([['Month', 'Fares'], ...values.map((value, at) => [`2023-0${at + 1}`, value])], format('B', z, 3)),
    );
    expect(table.columns[1]).toMatchObject({ kind: 'number', unit, cells: values });
  });

  it('never take numbers for dates, nor numbers that were typed as text for values that lost their zeros', async () => {
    const table = await read(
      bookOf([
        ['Pressure', 'Code'],
        [1016.6, '0012'],
        [2013.1, '0007'],
        [1998.2, '0101'],
        [2001.1, '0500'],
      ]),
    );
    expect(table.columns[0]).toMatchObject({ kind: 'number', cells: [1016.6, 2013.1, 1998.2, 2001.1] });
    expect(table.columns[1]).toMatchObject({ kind: 'text', cells: ['0012', '0007', '0101', '0500'] });
  });

  it('are read from the first sheet that is seen', async () => {
    const book = utils.book_new();
    utils.book_append_sheet(book, utils.aoa_to_sheet([['notes'], ['hidden']]), 'Notes');
    utils.book_append_sheet(
      book,
      utils.aoa_to_sheet([
        ['Month', 'Load'],
        ['2023-01', 12],
        ['2023-02', 14],
      ]),
      'Load',
    );
    book.Workbook = {
      Sheets: [
        { name: 'Notes', Hidden: 1 },
        { name: 'Load', Hidden: 0 },
      ],
    };
    const received = await readTableFile('load.xlsx', bytesOf(book));
    expect(received.sheet).toBe('Load');
    expect(received.sheets).toEqual(['Load', 'Notes']);
  });

  it('say where formulas have no stored value', async () => {
    const table = await read(
      bookOf(
        [
          ['Month', 'Load'],
          ['2023-01', 12],
          ['2023-02', 0],
          ['2023-03', 15],
        ],
        (sheet) => {
          sheet['B3'] = { t: 'n', f: 'B2*2' };
        },
      ),
    );
    expect(remarks(table)).toMatch(/1 cell holds a formula without a stored value/);
    expect(table.columns[1]?.cells).toEqual([12, null, 15]);
  });

  it('have their errors counted as missing, and said', async () => {
    const table = await read(
      bookOf(
        [
          ['Month', 'Load'],
          ['2023-01', 12],
          ['2023-02', 1],
          ['2023-03', 15],
          ['2023-04', 15],
          ['2023-05', 15],
          ['2023-06', 9],
        ],
        (sheet) => {
          sheet['B3'] = { t: 'e', v: 7, w: '#DIV/0!' };
        },
      ),
    );
    expect(table.columns[1]?.cells).toEqual([12, null, 15, 15, 15, 9]);
    expect(remarks(table)).toMatch(/#DIV\/0!/);
  });

  it('that declare more than they hold are read, and cells far apart are refused', async () => {
    const declared = 'A1:XFD1048576';
    const large = await readTableFile('large.xlsx', handMade(declared, 'B3'));
    expect(large.table.rows).toBe(2);
    await expect(readTableFile('corner.xlsx', handMade(declared, 'XFD1048576'))).rejects.toThrow(/lie too far apart/);
  });

  it('that would unpack to gigabytes are refused before they are', async () => {
    const packed = zipSync({ 'xl/workbook.xml': new Uint8Array(1000) });
    expect(unpackedSize(packed)).toBe(1000);
    // The directory says how large its files are.
    const at = packed.findIndex(
      (_, index) => packed[index] === 0x50 && packed[index + 1] === 0x4b && packed[index + 2] === 1,
    );
    new DataView(packed.buffer).setUint32(at + 24, 2_000_000_000, true);
    await expect(readTableFile('bomb.xlsx', packed)).rejects.toThrow(/too large once unpacked/);
  });
});

describe('pages', () => {
  const page = (rows: string) => `<html><table><tr><th>Month</th><th>Load</th></tr>${rows}</table></html>`;
  it('keep raised figures apart from numbers', async () => {
    const { table } = await readTableText(
      page(
        '<tr><td>2023-01</td><td>1200<sup>1</sup></td></tr><tr><td>2023-02</td><td>1187</td></tr><tr><td>2023-03</td><td>1250</td></tr>',
      ),
      'Page',
    );
    expect(table.columns[1]).toMatchObject({ kind: 'number', cells: [1200, 1187, 1250] });
  });

  it.each([
    ['joined cells without end', page('<tr><td colspan="100000000">2023</td></tr>'), /spans 100000000/],
    ['a table that breaks off', '<html><table><tr><td>1</td>', /never closed/],
    ['no table', '<html><p>Nothing</p></html>', /no table/],
    ['hundreds of thousands of rows', page('<tr><td>1</td><td>2</td></tr>'.repeat(700_000)), /more than 600,000 cells/],
  ])('with %s are refused with one sentence', async (_, html, why) => {
    await expect(readTableText(html, 'Page')).rejects.toThrow(why);
  });
});

describe('JSON', () => {
  it('has numbers as numbers, however they look', async () => {
    const rows = [1250.5, 5840.4, 1016.6, 2001.1].map((load, row) => ({
      code: `0${row}`,
      load,
      share: 9.15e-7 * (row + 1),
    }));
    const { table } = await readTableText(JSON.stringify(rows), 'Rows');
    expect(table.columns.map(({ kind }) => kind)).toEqual(['text', 'number', 'number']);
    expect(table.columns[1]?.cells).toEqual([1250.5, 5840.4, 1016.6, 2001.1]);
    expect(table.columns[2]?.cells[0]).toBe(9.15e-7);
  });
});
