import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { extractDate } from '../../src/core/table/extract-date.ts';
import { inferColumn } from '../../src/core/table/infer.ts';
import type { Finding, Reading } from '../../src/core/table/reading.ts';
import { decide } from '../../src/core/table/reading.ts';
import { understandRows } from '../../src/core/table/understand.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { formatNumber } from '../../src/core/text/number.ts';
import { dateOf } from '../../src/core/time/calendar.ts';
import { formatPeriod } from '../../src/core/time/format.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { openTableText } from '../../src/formats/table-file.ts';
import { day } from './tables.ts';

const read = (text: string, reading: Reading = {}) =>
  understandRows(readDelimited(text, reading.delimiter), 'T', reading);
const asked = (text: string, reading: Reading = {}) =>
  read(text, reading).table.remarks.filter((remark) => remark.asks);
const about = (findings: readonly Finding[], words: RegExp) => findings.find(({ text }) => words.test(text));
const cells = (text: string, key: string, reading: Reading = {}) =>
  read(text, reading).table.columns.find((column) => column.key === key)?.cells;

describe('what cannot be known is asked', () => {
  const dates = 'date,a\n03/04/2026,1\n05/06/2026,2\n';

  it('asks whether the day or the month comes first, and reads by the answer', () => {
    const [question, ...more] = asked(dates);
    expect(more).toEqual([]);
    expect(question?.text).toBe('date: is “03/04/2026” 4 Mar 2026 or 3 Apr 2026? Nothing in the column settles it.');
    expect(question?.others?.map(({ say }) => say)).toEqual(['It is 4 Mar 2026', 'It is 3 Apr 2026']);
    for (const [index, first] of ['2026-03-04', '2026-04-03'].entries()) {
      const reading = question?.others?.[index]?.reading ?? {};
      expect(asked(dates, reading)).toEqual([]);
      expect(cells(dates, 'date', reading)?.[0]).toBe(day(first));
    }
  });
  it('does not ask where a day above 12, or another column, decides', () => {
    expect(asked('date,a\n03/04/2026,1\n25/06/2026,2\n')).toEqual([]);
    const two = 'sailed,landed,a\n03/04/2026,05/04/2026,1\n07/04/2026,25/04/2026,2\n';
    expect(asked(two)).toEqual([]);
    expect(cells(two, 'sailed')?.[0]).toBe(day('2026-04-03'));
  });
  it('does not ask where both readings are the same day', () => {
    expect(asked('date,a\n01/01/2026,1\n02/02/2026,2\n')).toEqual([]);
  });

  const marks = 'pier;a\nNorth;1,234\nSouth;5,678\n';
  it('asks whether a lone mark groups thousands or begins decimals', () => {
    const [question] = asked(marks);
    expect(question?.text).toBe(
      'a: is “1,234” 1.234 or 1234? Nothing in the table settles it.'.replace('1.234 or 1234', '1234 or 1.234'),
    );
    expect(cells(marks, 'a', question?.others?.[0]?.reading)).toEqual([1234, 5678]);
    expect(cells(marks, 'a', question?.others?.[1]?.reading)).toEqual([1.234, 5.678]);
  });
  it('does not ask where short numbers, long ones or another column decide', () => {
    expect(cells('pier;a\nN;1,234\nS;966\n', 'a')).toEqual([1234, 966]);
    expect(cells('pier;a\nN;1,234\nS;12345\n', 'a')).toEqual([1.234, 12345]);
    expect(cells('pier;a;b\nN;1.234;0,5\nS;5.678;1,25\n', 'a')).toEqual([1234, 5678]);
    expect(asked('pier;a\nN;1,234\nS;966\n')).toEqual([]);
  });
  it('numbers of JSON are never asked about', async () => {
    const source = await openTableText('[{"a":1.234},{"a":5.678}]', 'T');
    const { table } = source.read();
    expect(table.remarks.some(({ asks }) => asks)).toBe(false);
    expect(table.columns[0]?.cells).toEqual([1.234, 5.678]);
  });
});

describe('every guess has its other reading', () => {
  const other = (text: string, words: RegExp, reading: Reading = {}) =>
    decide(reading, about(read(text, reading).table.remarks, words)?.others?.[0]?.reading ?? { header: true });

  it('the title above and the remark below', () => {
    const text = 'Skerry Line\n\nmonth,a\n2026-01,1\n2026-02,2\n\nFigures are provisional and may change.\n';
    expect(read(text).lines).toEqual({ from: 3, to: 5, header: true });
    expect(read(text, other(text, /above the table/)).lines).toEqual({ from: 1, to: 5, header: true });
    expect(read(text, other(text, /below the table/)).table.rows).toBe(3);
    expect(read(text, { lines: { from: 4, to: 5 }, header: false }).table.columns.map(({ title }) => title)).toEqual([
      'Column 1',
      'Column 2',
    ]);
  });
  it('the header, the turn, the totals, the delimiter', () => {
    const headless = '2026-01,5\n2026-02,6\n';
    expect(read(headless, other(headless, /not a header/)).table.columns.map(({ title }) => title)).toEqual([
      '2026-01',
      '5',
    ]);
    const series = 'route,Jan-26,Feb-26,Mar-26\nKelda,1,2,3\nTotal,1,2,3\n';
    expect(read(series, other(series, /swapped/)).table.columns.map(({ title }) => title)).toEqual([
      'route',
      'Jan-26',
      'Feb-26',
      'Mar-26',
    ]);
    // More series than a table has columns stay in their rows.
    const many = Array.from({ length: 2500 }, (_, row) => `Pier ${row},${row},2,3`);
    expect(read(`pier,Jan-26,Feb-26,Mar-26\n${many.join('\n')}\n`).table).toMatchObject({ rows: 2500 });
    const totals = 'month,a,total\n2026-01,1,2\n2026-02,3,4\n';
    expect(read(totals).table.columns[2]).toMatchObject({ total: true });
    expect(read(totals, other(totals, /total/)).table.columns[2]).toMatchObject({ total: false });
    const parted = 'a;b\n1,5;2\n3,5;4\n';
    expect(read(parted, other(parted, /semicolons/)).table.columns).toHaveLength(2);
  });
  it('years as numbers, dates as text, one of several ways of writing', () => {
    const years = 'year,a\n2011,1\n2012,2\n';
    expect(cells(years, 'year', other(years, /dates written year/))).toEqual([2011, 2012]);
    const plain = 'month,a\n2026-01,1\n2026-02,2\n';
    expect(cells(plain, 'month', other(plain, /dates written/))).toEqual(['2026-01', '2026-02']);
    const mixed = 'date,a\n2026-01-05,1\n01/20/2026,2\nsoon,3\n';
    expect(cells(mixed, 'date', other(mixed, /several ways/))).toEqual([day('2026-01-05'), '01/20/2026', 'soon']);
  });
});

describe('unfinished last periods', () => {
  it.each<[string, string | null]>([
    ['Data as of 12 October 2026', '2026-10-12'],
    ['Stand: 12.10.2026', '2026-10-12'],
    ['extracted on 2026-10-12.', '2026-10-12'],
    ['Passengers up to 12/25/2026, provisional', '2026-12-25'],
    ['Sailings until further notice', null],
    ['12 October 2026', null],
  ])('%s', (text, at) => expect(extractDate(text)).toBe(at === null ? null : day(at)));

  it('is found from the words around the table', () => {
    const text = 'Sailings, data as of 12 October 2026\n\nmonth,a\n2026-08,1\n2026-09,2\n2026-10,1\n';
    const { table } = read(text);
    expect(table.columns[0]).toMatchObject({ unfinishedFrom: day('2026-10-01') });
    const finding = about(table.remarks, /unfinished/);
    expect(read(text, finding?.others?.[0]?.reading).table.columns[0]).not.toHaveProperty('unfinishedFrom');
    expect(read(text.replace('12 October', '31 October')).table.columns[0]).not.toHaveProperty('unfinishedFrom');
  });
  it('is found from a date inside the last period', () => {
    const text = 'date,a\n31.05.2026,1\n30.06.2026,1\n31.07.2026,2\n31.08.2026,1\n12.09.2026,1\n';
    expect(read(text).table.columns[0]).toMatchObject({ interval: 'month', unfinishedFrom: day('2026-09-01') });
  });
});

describe('holes and double entries', () => {
  it('names periods that stand twice, by line', () => {
    const { table } = read('month,a\n2026-01,1\n2026-02,2\n2026-02,3\n2026-04,4\n');
    const texts = table.remarks.map(({ text }) => text);
    expect(texts).toContain('month: Feb 2026 (lines 3 and 4) appears twice.');
    expect(texts).toContain('month: no row for Mar 2026.');
  });
  it('the same month of several categories is no double entry', () => {
    const { table } = read('month,pier,a\n2026-01,N,1\n2026-01,S,2\n2026-02,N,3\n');
    expect(table.remarks.map(({ text }) => text).join()).not.toMatch(/twice/);
    expect(table.remarks.map(({ text }) => text)).toContain(
      'month: 1 of 4 combinations of month and categories has no row.',
    );
  });
});

describe('reading what locales write', () => {
  const column = (texts: string[]) => ({ key: 'c', title: 'c', texts, placeOf: (row: number) => row + 1 });
  // The six languages, and the seventh way of English.
  for (const id of LOCALES) {
    const locale = localeOf(id);
    it(`numbers of ${id} come back as they were`, () => {
      const number = fc.integer({ min: -1e9, max: 1e9 });
      fc.assert(
        fc.property(fc.array(number, { minLength: 3, maxLength: 30 }), fc.constantFrom(1, 2), (values, decimals) => {
          const exact = values.map((value) => value / 10 ** decimals);
          const texts = exact.map((value) => formatNumber(value, decimals, locale));
          const inferred = inferColumn(column(texts), false).column;
          expect(inferred.kind).toBe('number');
          expect(inferred.cells).toEqual(exact.map((value) => value + 0));
        }),
      );
    });
    it(`dates of ${id} come back as they were`, () => {
      const start = fc.tuple(
        fc.integer({ min: 1990, max: 2060 }),
        fc.integer({ min: 0, max: 11 }),
        fc.integer({ min: 0, max: 27 }),
      );
      fc.assert(
        fc.property(
          start,
          fc.integer({ min: 4, max: 40 }),
          fc.constantFrom('month', 'day' as const),
          ([year, month, into], count, interval) => {
            const dates = Array.from({ length: count }, (_, index) =>
              interval === 'month'
                ? dateOf(year + Math.floor((month + index) / 12), (month + index) % 12, 1)
                : dateOf(year, month, 1 + into) + index * 86_400_000,
            );
            const texts = dates.map((at) => formatPeriod(at, interval, locale));
            const inferred = inferColumn(column(texts), false).column;
            expect(inferred).toMatchObject({ kind: 'date' });
            expect(inferred.cells).toEqual(dates);
          },
        ),
      );
    });
    it(`numeric dates of ${id} come back, or are asked about`, () => {
      const separator = {
        'en-GB': '/',
        'en-US': '/',
        'de-DE': '.',
        'fr-FR': '/',
        'es-ES': '/',
        'pl-PL': '.',
        'fi-FI': '.',
      }[id];
      const write = (at: number) => {
        const date = new Date(at);
        const [d, m] = [date.getUTCDate(), date.getUTCMonth() + 1];
        return [...(id === 'en-US' ? [m, d] : [d, m]), date.getUTCFullYear()].join(separator);
      };
      fc.assert(
        fc.property(fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 1, max: 40 }), (first, count) => {
          const dates = Array.from({ length: count }, (_, index) => (first + index) * 86_400_000);
          const { column: made, findings } = inferColumn(column(dates.map(write)), true);
          const asks = findings.some((finding) => finding.asks);
          if (!asks) expect(made.cells).toEqual(dates);
          else expect(dates.every((at) => new Date(at).getUTCDate() <= 12)).toBe(true);
        }),
      );
    });
  }
});
