/** A last period that looks unfinished is asked for, and only then. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Finding, Reading } from '../../src/core/table/reading.ts';
import { applyStep } from '../../src/core/table/shape/shape.ts';
import { understandRows } from '../../src/core/table/understand.ts';
import { isoOf } from '../../src/core/time/calendar.ts';
import { readDelimited } from '../../src/formats/delimited.ts';

const SEASON = [40, 42, 50, 60, 75, 90, 100, 98, 85, 70, 50, 45];
/** Months of a season from January 2022 on, each a few per cent off. */
const course = (count: number, off: readonly number[]) =>
  Array.from({ length: count }, (_, at) => Math.round((SEASON[at % 12] ?? 0) * 100 * (1 + ((off[at] ?? 0) - 5) / 50)));
const read = (columns: Readonly<Record<string, readonly (number | string)[]>>, reading: Reading = {}) => {
  const titles = Object.keys(columns);
  const count = columns[titles[0] ?? '']?.length ?? 0;
  const rows = Array.from({ length: count }, (_, at) => {
    const month = `${2022 + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`;
    return [month, ...titles.map((title) => columns[title]?.[at] ?? '')].join(',');
  });
  return understandRows(readDelimited(`${['month', ...titles].join(',')}\n${rows.join('\n')}`), 'Loads', reading).table;
};
const asked = ({ remarks }: { remarks: readonly Finding[] }) => remarks.find(({ text }) => /unfinished\?/.test(text));
const from = ({ columns }: ReturnType<typeof read>) => {
  const [dates] = columns;
  return dates?.kind === 'date' && dates.unfinishedFrom !== undefined ? isoOf(dates.unfinishedFrom) : null;
};

describe('a last period', () => {
  const offs = fc.array(fc.nat(10), { minLength: 48, maxLength: 48 });
  it('is never asked for while it is like the same months', () => {
    fc.assert(
      fc.property(offs, fc.integer({ min: 2, max: 47 }), (off, count) => {
        const table = read({ load: course(count, off), mail: course(count, [...off].reverse()) });
        expect(asked(table)).toBeUndefined();
        expect(from(table)).toBeNull();
      }),
    );
  });

  it('is asked for where most of what is counted is far below them, and is as it was answered', () => {
    fc.assert(
      fc.property(offs, fc.integer({ min: 26, max: 47 }), fc.integer({ min: 1, max: 40 }), (off, count, share) => {
        const cut = (values: number[]) =>
          values.map((value, at) => (at === count - 1 ? Math.ceil((value * share) / 100) : value));
        const columns = {
          load: cut(course(count, off)),
          mail: cut(course(count, off)),
          'on time %': course(count, off),
        };
        const question = asked(read(columns));
        expect(question?.asks).toBe(true);
        const [yes, no] = question?.others ?? [];
        const last = `${2022 + Math.floor((count - 1) / 12)}-${String(((count - 1) % 12) + 1).padStart(2, '0')}-01`;
        const unfinished = read(columns, yes?.reading ?? {});
        expect([from(unfinished), asked(unfinished)]).toEqual([last, undefined]);
        const finished = read(columns, no?.reading ?? {});
        expect([from(finished), asked(finished)]).toEqual([null, undefined]);
      }),
    );
  });

  const loads = course(34, []);
  const low = (values: readonly number[]) => [...values.slice(0, -1), 3];
  it.each<[string, Readonly<Record<string, readonly (number | string)[]>>]>([
    ['one of two columns', { load: low(loads), mail: loads }],
    ['a rate', { 'load (%)': low(loads) }],
    ['values below zero', { load: low(loads).map((value, at) => (at === 3 ? -value : value)) }],
    ['zero in other years, too', { load: low(loads).map((value, at) => (at % 12 === 9 ? 0 : value)) }],
    ['too few periods', { load: [900, 920, 910, 30] }],
  ])('is not asked for by %s', (_, columns) => {
    expect(asked(read(columns))).toBeUndefined();
  });

  it('is not asked for where an extract date says it already', () => {
    const text = `Extract as of 12 October 2024\nmonth,load\n${low(loads)
      .map((load, at) => `${2022 + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')},${load}`)
      .join('\n')}`;
    const { table } = understandRows(readDelimited(text), 'Loads');
    expect([from(table), asked(table)]).toEqual(['2024-10-01', undefined]);
  });

  it('is unfinished where days end within it and are taken together as they are', () => {
    const days = Array.from({ length: 75 }, (_, at) => `${isoOf(Date.UTC(2026, 0, 1 + at))},${10 + (at % 3)}`);
    const { table } = understandRows(readDelimited(`day,load\n${days.join('\n')}`), 'Days');
    const monthly = (lacking: 'missing' | 'taken as it is') =>
      applyStep(table, {
        kind: 'aggregate',
        to: 'month',
        yearStart: 1,
        lacking,
        measures: [{ column: 'load', by: 'sum' }],
      });
    expect(monthly('taken as it is').columns[1]?.cells).toHaveLength(3);
    expect(from(monthly('taken as it is') as ReturnType<typeof read>)).toBe('2026-03-01');
  });
});
