/** Tables in the shapes in which they are sent, and properties of reading over all of them. */
import { describe, expect, it } from 'vitest';
import type { Cell, Column } from '../../src/core/table/column.ts';
import { readTitle } from '../../src/core/table/titles.ts';
import { isoOf } from '../../src/core/time/calendar.ts';
import { readTableText } from '../../src/formats/table-file.ts';
import { HEADS } from '../received/sent-heads.ts';
import { MONEY } from '../received/sent-money.ts';
import { DOUBTS, PERIODS } from '../received/sent-periods.ts';
import { CASES, type Wanted } from '../received/shapes.ts';

const writtenOf = (column: Column, cell: Cell): Cell => {
  if (column.kind === 'text' || cell === null) return cell;
  if (typeof cell === 'string') return null;
  return column.kind === 'date' ? isoOf(cell) : cell;
};

/** A column as far as it is wanted. */
const seen = (column: Column | undefined, wanted: Wanted): Wanted | null =>
  column
    ? {
        kind: column.kind,
        ...(wanted.title !== undefined && { title: readTitle(column.title).name }),
        ...(wanted.interval !== undefined && { interval: column.kind === 'date' ? column.interval : '' }),
        ...(wanted.unit !== undefined && { unit: (column.kind === 'number' && column.unit) || '' }),
        ...(wanted.ordered !== undefined && { ordered: column.kind === 'text' && column.ordered }),
        ...(wanted.values && {
          values: column.cells.slice(0, wanted.values.length).map((cell) => writtenOf(column, cell)),
        }),
      }
    : null;

describe('tables as they are sent', () => {
  it.each([...CASES, ...MONEY, ...HEADS, ...PERIODS, ...DOUBTS].map((one) => [one.name, one] as const))(
    '%s',
    async (_, { text, columns, remark, rows, refused, asks = false, likeliest, offers, title }) => {
      if (refused) {
        await expect(readTableText(text, 'Sent')).rejects.toThrow(refused);
        return;
      }
      const { table } = await readTableText(text, 'Sent');
      if (rows !== undefined) expect(table.rows).toBe(rows);
      for (const [place, wanted] of Object.entries(columns))
        expect(seen(table.columns[Number(place)], wanted), table.remarks.map((one) => one.text).join('\n')).toEqual(
          wanted,
        );
      if (remark) expect(table.remarks.some((one) => remark.test(one.text))).toBe(true);
      expect(table.remarks.some((one) => one.asks === true)).toBe(asks);
      if (title !== undefined) expect(table.title).toBe(title);
      const answers = table.remarks.find((one) => one.asks)?.others ?? [];
      if (likeliest) expect(answers[0]?.say).toMatch(likeliest);
      if (offers)
        expect(table.remarks.flatMap(({ others = [] }) => others.map(({ say }) => say)).join('\n')).toMatch(offers);
    },
  );

  it('takes stamps of another zone’s midnights as its user says', async () => {
    const { text } = CASES.find(({ name }) => name === 'midnights-of-another-zone') ?? { text: '' };
    const asked = (await readTableText(text, 'Sent')).table.remarks.find(({ asks }) => asks);
    const read = async (at: number) => {
      const { table } = await readTableText(text, 'Sent', asked?.others?.[at]?.reading);
      expect(table.remarks.some(({ asks }) => asks)).toBe(false);
      return seen(table.columns[0], date('month', null, null));
    };
    const date = (interval: string, ...values: (string | null)[]): Wanted => ({ kind: 'date', interval, values });
    expect(await read(0)).toEqual(date('month', '2022-12-31T23:00', '2023-01-31T23:00'));
    expect(await read(1)).toEqual(date('month', '2023-01-01', '2023-02-01'));
  });
});

describe('values that are marked as provisional', () => {
  const table = async (texts: readonly string[], provisional?: boolean) => {
    const rows = texts.map((text, at) => `2024-0${at + 1};${text};${at}`);
    const read = await readTableText(
      ['Month;Load;Calls', ...rows].join('\n'),
      'Sent',
      provisional === undefined ? {} : { provisional },
    );
    return read.table;
  };
  const unfinished = ({ columns: [first] }: { columns: readonly Column[] }) =>
    first?.kind === 'date' && first.unfinishedFrom !== undefined ? isoOf(first.unfinishedFrom) : null;
  const LAST = ['12.5', '13.1', '12.9', '13.4 p', '12.2 p'];

  it('at the end are said, and drawn as unfinished where their user says so', async () => {
    const read = await table(LAST);
    expect(unfinished(read)).toBeNull();
    const found = read.remarks.find(({ text }) =>
      /from Apr 2024 on are marked as provisional or estimated in Load/.test(text),
    );
    expect(found?.others?.[0]?.reading).toEqual({ provisional: true });
    expect(unfinished(await table(LAST, true))).toBe('2024-04-01');
  });
  it('in between, or all of them, are no unfinished end', async () => {
    for (const texts of [
      ['12.5 p', '13.1', '12.9', '13.4', '12.2'],
      ['12.5 e', '13.1', '12.9', '13.4', '12.2 e'],
    ])
      expect(unfinished(await table(texts, true))).toBeNull();
  });
});

describe('what a file leaves open', () => {
  const answered = async (lines: readonly string[], say: RegExp) => {
    const text = lines.join('\n');
    const { table } = await readTableText(text, 'Sent');
    const other = table.remarks.flatMap(({ others = [] }) => others).find((one) => say.test(one.say));
    const read = (await readTableText(text, 'Sent', other?.reading)).table;
    expect(read.remarks.some(({ asks }) => asks)).toBe(false);
    return read;
  };
  const under = (title: string, values: readonly string[]) => [
    `Route;${title}`,
    ...values.map((one, at) => `R${at};${one}`),
  ];
  const LEVEL = under('Level', ['12.5', '-9999', '12.7', '12.4', '12.6', '12.9']);

  it.each<[string, string[], RegExp, (number | string | null)[]]>([
    ['a number that stands for none', LEVEL, /means no value/, [12.5, null, 12.7, 12.4, 12.6, 12.9]],
    ['the same as a value', LEVEL, /It is a value/, [12.5, -9999, 12.7, 12.4, 12.6, 12.9]],
    ['a share among per cents', under('Share', ['12 %', '0.14', '15 %']), /It is 14 %/, [12, 14, 15]],
    ['the same as it stands', under('Share', ['12 %', '0.14', '15 %']), /It is 0.14 %/, [12, 0.14, 15]],
    ['hours and minutes', under('Delay', ['4:12', '0:45', '1:03']), /4 hours 12 minutes/, [252, 45, 63]],
    ['minutes and seconds', under('Delay', ['4:12', '0:45', '1:03']), /4 minutes 12 seconds/, [252, 45, 63]],
    ['credits above zero', under('Amount', ['120.50 CR', '99.00 DR']), /credits positive/, [120.5, -99]],
    ['points as thousands', under('Guests', ['1.204', '998', '1.450']), /1204/, [1204, 998, 1450]],
  ])('is read as its user says: %s', async (_, lines, say, values) => {
    expect((await answered(lines, say)).columns[1]?.cells).toEqual(values);
  });

  it('has the unit of what it was read as', async () => {
    const minutes = await answered(under('Delay', ['4:12', '0:45', '1:03']), /4 hours 12 minutes/);
    const seconds = await answered(under('Delay', ['4:12', '0:45', '1:03']), /4 minutes 12 seconds/);
    expect([minutes, seconds].map(({ columns: [, own] }) => own?.kind === 'number' && own.unit)).toEqual(['min', 's']);
  });

  it('keeps a year and its month apart where its user wants it so', async () => {
    const table = await answered(
      ['Year,Month,Guests', '2022,11,1204', '2022,12,1187', '2023,1,1250'],
      /Keep them apart/,
    );
    expect(table.columns.map(({ title }) => title)).toEqual(['Year', 'Month', 'Guests']);
  });
});

describe('titles that end with a unit', () => {
  const titles = async (header: string) =>
    (await readTableText(`Month;${header}\n2023-01;12;14\n2023-02;13;15`, 'Sent')).table.columns
      .slice(1)
      .map((column) => [column.title, column.kind === 'number' && column.unit]);

  it('are parted from it where they come in', async () => {
    expect(await titles('Sales EUR;Load in t')).toEqual([
      ['Sales', 'EUR'],
      ['Load', 't'],
    ]);
  });
  it('keep it where they would be alike, and where it is no unit', async () => {
    expect(await titles('Sales EUR;Sales USD')).toEqual([
      ['Sales EUR', 'EUR'],
      ['Sales USD', 'USD'],
    ]);
    expect(await titles('Time in port;Sold by Ada')).toEqual([
      ['Time in port', null],
      ['Sold by Ada', null],
    ]);
  });
  it('that were kept without a unit lose no word of theirs', () => {
    expect(readTitle('Betrag CHF')).toEqual({ name: 'Betrag CHF', unit: null });
  });
});
