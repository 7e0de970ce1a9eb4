/** Files that are made to be too much: each is refused in one sentence, soon, and without much memory. */
import { describe, expect, it } from 'vitest';
import { readWithinLimits } from '../../src/cli/read-table.ts';
import { limitText } from '../../src/core/table/limits.ts';
import { readTableText } from '../../src/formats/table-file.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const rows = (count: number) => `month,a,b\n${'2026-01,12,closed\n'.repeat(count)}`;

describe('reading within limits', () => {
  it('hands over what was understood', async () => {
    const { table } = await readWithinLimits({ name: 'x.csv', bytes: bytesOf('month,a\n2026-01,1.50\n2026-02,2\n') });
    expect(table.columns[1]).toMatchObject({ cells: [1.5, 2], received: ['1.50', null] });
  });
  it('hands over refusals', async () => {
    await expect(readWithinLimits({ name: 'x.csv', bytes: bytesOf('  ') })).rejects.toThrow('This file is empty');
  });
  it('ends a reading that takes too long, and one that takes too much memory', async () => {
    const request = () => ({ name: 'x.csv', bytes: bytesOf(rows(400_000)) });
    await expect(readWithinLimits(request(), { time: 1, memory: 1100 })).rejects.toThrow(
      /made no progress for 0.001 seconds/,
    );
    await expect(readWithinLimits(request(), { time: 60_000, memory: 40 })).rejects.toThrow(
      /more than 40 MB of memory/,
    );
  });
});

describe('text that is no table', () => {
  it.each([
    ['a line without an end', 'x'.repeat(2_000_000), /Line 1 is longer than 1,000,000 characters/],
    ['lines that end in CR alone, one of them endless', `a\rb\r${'1'.repeat(2_000_000)}`, /Line 3 is longer/],
    ['nothing but quotes', '"'.repeat(3_000_000), /Line 1 is longer/],
    ['more rows than a table holds', 'a\n'.repeat(2_000_010), /more than 2,000,000 rows/],
    ['more cells than a table holds', `${','.repeat(900)}\n`.repeat(9000), /more than 8,000,000 cells/],
    [
      'more columns than a table holds',
      `${'1,'.repeat(2500)}\n`.repeat(3),
      /has 2,500 columns, and a table holds at most 2,000/,
    ],
    ['columns without end', `${'1,'.repeat(30_000)}\n`.repeat(2), /more than 20,000 columns wide/],
    [
      'a quote that closes far below',
      `a,b\n1,"${'1,2\n'.repeat(40_000)}"\n`,
      /line 2 holds more than 100,000 characters/,
    ],
    [
      'objects with a key of their own each',
      JSON.stringify(Array.from({ length: 25_000 }, (_, at) => ({ [`k${at}`]: at }))),
      /more than 20,000 columns wide/,
    ],
    [
      'columns of objects that are too many cells',
      JSON.stringify(
        Object.fromEntries(
          Array.from({ length: 900 }, (_, at) => [`k${at}`, at === 0 ? new Array(10_000).fill(1) : [1]]),
        ),
      ),
      /more than 8,000,000 cells/,
    ],
  ])('%s', async (_, text, refused) => {
    // One that is weighed too long ends this test by its limit.
    await expect(readTableText(text, 'x')).rejects.toThrow(refused);
  });
  it('is measured in one pass, whatever ends its lines', () => {
    for (const end of ['\n', '\r', '\r\n']) {
      // Looking for the ends that are not there again at each line took hours.
      expect(() => limitText(`1,2,3${end}`.repeat(1_000_000), ',', false)).not.toThrow();
      expect(() => limitText(`x${end}`.repeat(2_000_010), ',', false)).toThrow(/more than 2,000,000 rows/);
    }
  });
  it('may hold many marks within quotes', async () => {
    const notes = Array.from({ length: 110 }, (_, at) => `${at},"${', '.repeat(40_000)}"\n`).join('');
    expect(() => limitText(notes.repeat(2), ',', true)).not.toThrow();
    const { table } = await readTableText(`boats,note\n${notes}`, 'x');
    expect([table.rows, table.columns.length]).toEqual([110, 2]);
  });
  it('is none where lines are long and ended by CR alone', () => {
    expect(() => limitText(`${'x'.repeat(900_000)}\r`.repeat(4), ',', false)).not.toThrow();
  });
  it('is none where a table stands across and is turned', async () => {
    const days = Array.from({ length: 3000 }, (_, at) =>
      new Date(Date.UTC(2018, 0, 1 + at)).toISOString().slice(0, 10),
    );
    const line = (name: string) => `${name},${days.map((_, at) => at % 97).join(',')}`;
    const { table } = await readTableText([`Route,${days.join(',')}`, line('Ness'), line('Kelda')].join('\n'), 'x');
    expect([table.rows, table.columns.length]).toEqual([3000, 3]);
  });
});
