/** Small cases of reading and shaping tables, each for a line that could be broken without any other test noticing. */
import { describe, expect, it } from 'vitest';
import { calculate } from '../../src/core/table/calc/calculate.ts';
import { draftRule, RULE_KINDS } from '../../src/core/table/calc/draft.ts';
import { isCalled } from '../../src/core/table/called.ts';
import { findingsOf } from '../../src/core/table/check.ts';
import { DATE_SHAPES } from '../../src/core/table/dates.ts';
import { factsOf } from '../../src/core/table/facts.ts';
import { goneOn } from '../../src/core/table/go-on.ts';
import { joinHeads } from '../../src/core/table/heads.ts';
import { limitCells, limitText } from '../../src/core/table/limits.ts';
import { saidByTitle } from '../../src/core/table/measure/said.ts';
import { measureOf } from '../../src/core/table/measure/weigh.ts';
import { measuresOf } from '../../src/core/table/measures.ts';
import { matchColumns } from '../../src/core/table/newer.ts';
import { findStyle } from '../../src/core/table/number-style.ts';
import { readNumber } from '../../src/core/table/numbers.ts';
import { longestOf, periodNumber } from '../../src/core/table/periods.ts';
import { plainNumber } from '../../src/core/table/plain-number.ts';
import { weighDates } from '../../src/core/table/plausible.ts';
import { draftTest } from '../../src/core/table/shape/draft.ts';
import { applyStep } from '../../src/core/table/shape/shape.ts';
import type { Step } from '../../src/core/table/shape/step.ts';
import { turnTable } from '../../src/core/table/shape/turn.ts';
import { yearsTable } from '../../src/core/table/shape/years.ts';
import { understand } from '../../src/core/table/understand.ts';
import { INTERVALS, type Interval } from '../../src/core/time/interval.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { dates, day, months, numbers, tableOf, texts } from './tables.ts';

describe('a table that is turned', () => {
  const month = dates(months(2026, 1, 2), 'month');
  const metaOf = (...columns: Parameters<typeof tableOf>[0]) =>
    turnTable(tableOf([month, ...columns])).columns.map((column) =>
      column.kind === 'number' ? [column.title, column.unit, column.whole, column.cells] : [column.title, column.cells],
    );

  it('has whole numbers where all were whole, and a unit where all had the same', () => {
    expect(metaOf(numbers('a', [1, 2], 'EUR'), numbers('b', [3, 4], 'EUR'))).toEqual([
      ['Series', ['a', 'b']],
      ['Jan 2026', 'EUR', true, [1, 3]],
      ['Feb 2026', 'EUR', true, [2, 4]],
    ]);
    expect(metaOf(numbers('a', [1, 2], 'EUR'), numbers('b', [3.5, 4]))).toEqual([
      ['Series', ['a', 'b']],
      ['Jan 2026', null, false, [1, 3.5]],
      ['Feb 2026', null, false, [2, 4]],
    ]);
  });
  it('has numbers beside words as they were, and dates as they are written', () => {
    const opened = { ...dates(months(2020, 5, 2), 'month'), key: 'opened', title: 'opened' };
    expect(metaOf(numbers('a', [1, null]), texts('b', ['x', 'y']), opened)).toEqual([
      ['Series', ['a', 'b', 'opened']],
      ['Jan 2026', ['1', 'x', 'May 2020']],
      ['Feb 2026', [null, 'y', 'Jun 2020']],
    ]);
  });
});

describe('years laid over each other', () => {
  it('are of a column of numbers, on months, quarters or halves that fit the year', () => {
    const table = tableOf([
      dates(months(2025, 1, 14), 'month'),
      numbers('a', [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14]),
    ]);
    const step = { kind: 'years', column: 'a', yearStart: 1 } as const;
    const made = yearsTable(table, step);
    expect(made.columns.slice(1).map(({ title, cells }) => [title, cells[0], cells[11]])).toEqual([
      ['2025', 1, 12],
      ['2026', 13, null],
    ]);
    expect(() => yearsTable(table, { ...step, column: 'date' })).toThrow(
      'There is no number column “date” in “Sample”.',
    );
    expect(() => yearsTable(table, { ...step, column: 'gone' })).toThrow(
      'There is no number column “gone” in “Sample”.',
    );
    const noDates = tableOf([texts('b', ['x']), numbers('a', [1])]);
    expect(() => yearsTable(noDates, step)).toThrow('has no date column');
  });
});

describe('days since 30 December 1899', () => {
  it.each([
    ['45000', '2023-03-15T00:00:00'],
    ['45000.5', '2023-03-15T12:00:00'],
    ['45000.99999', '2023-03-15T23:59:59'],
    ['60000.25', '2064-04-08T06:00:00'],
  ])('%s is %s', (text, at) => {
    const read = DATE_SHAPES.find(({ id }) => id === 'serial')?.read(text);
    expect(new Date(Number(read)).toISOString().slice(0, 19)).toBe(at);
  });
});

describe('limits of a table', () => {
  it('are reached exactly before anything is refused', () => {
    expect(() => limitCells(2_000_001, 8_000_000)).not.toThrow();
    expect(() => limitCells(2_000_001, 8_000_001)).toThrow('more than 8,000,000 cells');
    expect(() => limitCells(2_000_002, 10)).toThrow('more than 2,000,000 rows');
  });
});

describe('a number that is written plainly', () => {
  it('is none where the sign stands alone, and has its sign', () => {
    expect([plainNumber(''), plainNumber('-')]).toEqual([Number.NaN, Number.NaN]);
    expect([plainNumber('-7'), plainNumber('0.5'), plainNumber('-0.25')]).toEqual([-7, 0.5, -0.25]);
    expect(Object.is(plainNumber('-0'), 0)).toBe(true);
  });
});

describe('columns that are to be gathered', () => {
  it('are refused where none of them is there any more', () => {
    const table = tableOf([texts('pier', ['N', 'S']), numbers('a', [1, 2])]);
    const step: Step = { kind: 'gather', columns: ['gone'], name: 'Line', value: 'Value' };
    expect(() => applyStep(table, step)).toThrow('None of the columns to gather is still in “Sample”.');
    const made = applyStep(table, { ...step, columns: ['a', 'gone'] });
    expect([made.rows, made.columns.map(({ title }) => title)]).toEqual([2, ['pier', 'Line', 'Value']]);
  });
});

describe('a level that is offered for a column', () => {
  it('is the largest round number up to the middle of its values', () => {
    const level = (values: (number | null)[]) => {
      const rule = draftRule(
        'level',
        tableOf([dates(months(2024, 1, values.length), 'month'), numbers('a', values)]),
        'a',
      );
      return rule.kind === 'level' ? rule.value : null;
    };
    expect(level([10, 50, null, 94])).toBe(50);
    expect(level([1200, 3400])).toBe(2000);
    expect(level([0.2, 0.6])).toBeCloseTo(0.4);
    expect(level([-30, -10])).toBe(-20);
    expect(level([-5, 5])).toBe(0);
    expect(level([])).toBe(0);
  });
});

describe('rules for a column', () => {
  const table = tableOf([texts('pier', ['N', 'S', 'E']), numbers('a', [1, 4, 9]), numbers('b', [2, 3, 4])]);
  it.each(RULE_KINDS)('$name asks for dates exactly where it is offered with dates only', ({ kind, needsDates }) => {
    const of = () => calculate(table, { key: 'new', title: 'New', rule: draftRule(kind, table, 'a') });
    if (needsDates) expect(of).toThrow(/date|period/);
    else expect(of().cells.some((cell) => cell !== null)).toBe(true);
  });
});

describe('rows that are kept', () => {
  it('are first offered by the last 24 periods, by any number, or by all names', () => {
    expect(draftTest(dates(months(2020, 1, 30), 'month'))).toEqual({ kind: 'last', periods: 24 });
    expect(draftTest(numbers('a', [1, 2]))).toEqual({ kind: 'numbers', from: null, to: null });
    expect(draftTest(texts('pier', ['N', null, 'S', 'N']))).toEqual({ kind: 'categories', keep: ['N', 'S'] });
  });
});

describe('a column for each combination', () => {
  it('is made of 500 of them, and refused of 501', () => {
    const spread = (count: number) =>
      applyStep(
        tableOf([
          dates(new Array<number>(count).fill(0), 'month'),
          texts(
            'pier',
            Array.from({ length: count }, (_, at) => `Pier ${at}`),
          ),
          numbers(
            'a',
            Array.from({ length: count }, (_, at) => at),
          ),
        ]),
        { kind: 'spread', across: 'date', categories: ['pier'], value: 'a', together: 'sum' },
      );
    expect(spread(500).columns).toHaveLength(501);
    expect(() => spread(501)).toThrow('This would make over 500 columns; choose a column with fewer categories.');
  });
});

describe('a line of text', () => {
  it('is refused by its number where it is longer than a table has any', () => {
    const long = (letters: number) => () => limitText(`a,b\r\n1,2\r\n${'x'.repeat(letters)}\r\n`, ',', false);
    expect(long(1_000_000)).not.toThrow();
    expect(long(1_000_001)).toThrow('Line 3 is longer than 1,000,000 characters, which no line of a table is.');
  });
});

describe('titles in several rows', () => {
  it('hold for the cells right of them where they stand above others, and for their own alone in the last', () => {
    expect(
      joinHeads([
        ['Pier', 'North', '', 'South', ''],
        ['', 'In', 'Out', 'In', ''],
      ]),
    ).toEqual(['Pier', 'North In', 'North Out', 'South In', 'South']);
  });
});

describe('columns of a newer extract', () => {
  it('are found again without regard to case, and to blanks and underscores between and around words', () => {
    const column = (key: string, title: string) => ({ ...numbers(key, [1]), title });
    const matches = matchColumns(
      [column('a', 'Net Load'), column('b', ' Guests '), column('c', 'Rate')],
      [column('x', 'net_load'), column('y', 'guests'), column('z', 'Rate ')],
    );
    expect(matches).toEqual([
      { key: 'a', newer: 'x' },
      { key: 'b', newer: 'y' },
      { key: 'c', newer: 'z' },
    ]);
  });
});

describe('what a title says is measured', () => {
  it('is a rate where it holds a sign of shares, whatever else it counts', () => {
    for (const title of ['Passengers, %', 'Sales (‰)', '% of guests', 'Stock in % of capacity'])
      expect([title, saidByTitle(title)]).toEqual([title, 'rate']);
    expect(saidByTitle('Passengers')).not.toBe('rate');
  });
});

describe('numbers that may be dates', () => {
  const kindOf = (title: string, cells: readonly string[]) =>
    understand(readDelimited(`${title},x\n${cells.map((cell) => `${cell},1`).join('\n')}\n`), 'T').columns[0];
  const MINUTES = [1_704_067_200, 1_704_070_800, 1_704_074_400, 1_704_078_000].map(String);
  it('are seconds since 1970 without a question where the title speaks of time', () => {
    const weighed = (title: string, first: boolean, texts = MINUTES) => {
      const shape = DATE_SHAPES.find(({ id, read }) => id.startsWith('epoch') && read(MINUTES[0] ?? '') !== null);
      if (!shape) throw new Error('no such shape');
      return weighDates(texts, shape, { title, first, typed: false });
    };
    expect(weighed('time', false)).toEqual({ holds: true, close: false });
    expect(weighed('value', true)).toEqual({ holds: true, close: true });
    expect(weighed('value', false).holds).toBe(false);
    expect(weighed('value', true, [...MINUTES].reverse().concat(MINUTES)).holds).toBe(false);
    expect(kindOf('time', MINUTES)?.kind).toBe('date');
  });
  it('are days where they follow each other day by day, and codes where they do not', () => {
    const of = (days: readonly number[]) =>
      kindOf(
        'a',
        days.map((day) => String(20_240_100 + day)),
      )?.kind;
    expect(of([1, 2, 3, 4, 5, 6, 7])).toBe('date');
    expect(of([1, 2, 9, 11, 23, 27, 28])).toBe('number');
  });
});

describe('facts of cells', () => {
  it('are found once for the same cells', () => {
    const cells = [3, null, 7];
    expect(factsOf(cells)).toBe(factsOf(cells));
    expect(factsOf([...cells])).not.toBe(factsOf(cells));
  });
});

describe('rows that look like the header', () => {
  it('are rows where any of their cells differs, and left out where none does', () => {
    const read = (rows: readonly string[]) => {
      const table = understand(readDelimited(`${['Pier,State,Guests', ...rows].join('\n')}\n`), 'T');
      return [table.rows, table.remarks.some(({ text }) => text.includes('repeated'))];
    };
    expect(read(['Pontoon,State,5', 'Kelda,open,7', 'Sound,shut,9'])).toEqual([3, false]);
    expect(read(['Pontoon,State,5', 'Pier,State,Guests', 'Sound,shut,9'])).toEqual([2, true]);
  });
});

describe('what is said of cells', () => {
  it('names the words that say roughly', () => {
    const text = ['Month,A', '2025-01,1200', '2025-02,ca. 1300', '2025-03,1250', '2025-04,1190'].join('\n');
    const { remarks, columns } = understand(readDelimited(text), 'T');
    expect(columns[1]?.cells).toEqual([1200, 1300, 1250, 1190]);
    expect(remarks.map((remark) => remark.text)).toContain('A: “ca.” at 1 value is a flag, not part of the numbers.');
  });
  it('names the periods without a row, whatever rows have no period', () => {
    const cells = [...months(2026, 1, 3), null, ...months(2026, 5, 2)];
    const found = findingsOf(tableOf([dates(cells, 'month'), numbers('a', [1, 2, 3, 4, 5, 6])]));
    expect(found.map(({ text }) => text)).toContain('date: no row for Apr 2026.');
  });
});

describe('a category of rows that have no period', () => {
  it('makes no column where it stands in such rows alone', () => {
    const table = tableOf([
      dates([...months(2026, 1, 2), null, ...months(2026, 1, 2)], 'month'),
      texts('pier', ['N', 'N', 'Nowhere', 'S', 'S']),
      numbers('a', [1, 2, 3, 4, 5]),
    ]);
    const step: Step = { kind: 'spread', across: 'date', categories: ['pier'], value: 'a', together: 'sum' };
    expect(applyStep(table, step).columns.map(({ title, cells }) => [title, cells.slice(0)])).toEqual([
      ['date', months(2026, 1, 2)],
      ['N', [1, 2]],
      ['S', [4, 5]],
    ]);
  });
});

describe('numbers that are called like a part of their date', () => {
  const measures = (title: string, cells: readonly number[]) =>
    measuresOf(
      tableOf([
        dates(months(2025, 1, 12), 'month'),
        { ...numbers('a', [...cells]), title },
        numbers(
          'load',
          cells.map((cell) => cell * 7),
        ),
      ]),
    ).map(({ key }) => key);
  it('are measures where they are no such part', () => {
    const count = Array.from({ length: 12 }, (_, at) => at + 1);
    expect(measures('Month', count)).toEqual(['load']);
    expect(measures('Guests a month', [31, 28, 40, 22, 35, 37, 44, 41, 30, 29, 33, 38])).toEqual(['a', 'load']);
  });
});

describe('a table of one column that is only named', () => {
  it('measures what its title says', () => {
    const column = { ...numbers('a', [512, 498, 530, 541, 560, 588]), title: 'Northgate' };
    const table = { ...tableOf([dates(months(2025, 1, 6), 'month'), column]), title: 'Passengers' };
    expect(measureOf(table, column)).toBe('flow');
    expect(measureOf({ ...table, title: 'Table 1' }, column)).not.toBe('flow');
  });
});

describe('names that hold a pattern', () => {
  it('have its pieces one after the other, each behind the one before', () => {
    const held = (name: string) => ['a*a', 'a*b*a', '*', 'ab'].map((pattern) => isCalled(name, pattern));
    expect(held('Area b a')).toEqual([true, true, true, false]);
    expect(held('ab')).toEqual([false, false, true, true]);
    expect(held('ba')).toEqual([false, false, true, false]);
  });
});

describe('the longest that a period can be', () => {
  const SIZES = [1, 2, 5, 15];
  it('is never less than one is, so that dates so far apart are never in the same', () => {
    for (const base of INTERVALS)
      for (const every of SIZES) {
        if (every > 1 && ['business day', 'quarter', 'half-year'].includes(base)) continue;
        const interval = (every === 1 ? base : `${every} ${base}s`) as Interval;
        const longest = longestOf(interval);
        // Leap years, long and short months, and both halves of years are among them.
        for (let hour = 0; hour < 24 * 366 * 5; hour += 997) {
          const at = Date.UTC(2023, 0, 2) + hour * 3_600_000;
          expect(periodNumber(at + longest, interval), `${interval}, ${new Date(at).toISOString()}`).not.toBe(
            periodNumber(at, interval),
          );
        }
      }
  });
});

describe('columns without an empty cell that go on', () => {
  it('go on from the first cell of the stretch', () => {
    const { at, texts: down } = goneOn(tableOf([numbers('a', [7, 1, 2])]), ['a'], { from: 0, to: 2 });
    expect([at, down.get('a')]).toEqual([0, [undefined, '8', '9']]);
  });
});

describe('numbers that begin with their decimal mark', () => {
  it('are read by it, alone as well', () => {
    for (const [text, mark] of [
      [',5', ','],
      ['.5', '.'],
    ] as const) {
      const { style } = findStyle([text]);
      expect([style.decimal, readNumber(text, style)]).toEqual([mark, 0.5]);
    }
  });
});

describe('days of other centuries', () => {
  it('are dates where year, month and day are told apart', () => {
    const [first] = understand(readDelimited('day;births\n1642-03-05;4\n1642-03-06;7\n'), 'Parish').columns;
    expect(first).toMatchObject({ kind: 'date', cells: [day('1642-03-05'), day('1642-03-06')] });
  });
});

describe('years and months in two columns', () => {
  it('are joined where quarters have blanks around them', () => {
    const rows = ['year;quarter;calls', '2024; I ;5', '2024; II ;6', '2024; III ;7', '2024; IV ;9'];
    const [first] = understand(readDelimited(rows.join('\n')), 'Calls').columns;
    expect(first).toMatchObject({ kind: 'date', interval: 'quarter' });
    expect(first?.cells).toEqual([0, 3, 6, 9].map((month) => Date.UTC(2024, month, 1)));
  });
});

describe('years over each other of rows in any order', () => {
  it('stand from the first to the last', () => {
    const cells = [...months(2024, 11, 4), ...months(2022, 11, 4)];
    const table = tableOf([dates(cells, 'month'), numbers('a', [1, 2, 3, 4, 5, 6, 7, 8])]);
    const made = yearsTable(table, { kind: 'years', column: 'a', yearStart: 1 });
    expect(made.columns.slice(1).map(({ title }) => title)).toEqual(['2022', '2023', '2024', '2025']);
  });
});
