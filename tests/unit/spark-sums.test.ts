/** Spark tables with sums, small numbers and wins and losses. */
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { sparkNotes } from '../../src/core/proof/spark-proof.ts';
import { newReport, type Report, sparkTableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { sparkData } from '../../src/core/spark/data.ts';
import { draftSparkTable } from '../../src/core/spark/draft.ts';
import { freeGeometry } from '../../src/core/spark/geometry.ts';
import { cellOf, resolveLooks } from '../../src/core/spark/resolve.ts';
import { sparkSvg, sparkTexts } from '../../src/core/spark/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Cell, Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { sparkFile } from '../../src/formats/spark-file.ts';
import { dates, flows, months, numbers, tableOf } from './tables.ts';

const english = localeOf('en-GB');
const PIERS = ['Ness', 'Kelda', 'Harbour'];

/** A report with a spark table of three piers over six months. */
function made(values: readonly (readonly Cell[])[]): { table: Table; report: Report } {
  const table = flows(
    tableOf([
      dates(months(2024, 1, 6), 'month'),
      ...PIERS.map((name, at) => ({ ...numbers(name, [...(values[at] ?? [])], 'km'), title: name })),
    ]),
  );
  let count = 0;
  const { item } = packTable('t', table, () => `b${++count}`);
  const spark = draftSparkTable(table, { id: 's', tableId: 't' });
  return { table, report: { ...newReport('R', ''), items: [item, spark] } };
}
const withTotal = (report: Report) =>
  runCommand(report, 'spark.setOrder', { spark: 's', order: { total: { shown: true, name: 'Total' } } }).report;

function shown(report: Report, table: Table) {
  const spec = sparkTableIn(report, 's');
  if (!spec) throw new Error('no spark table');
  const resolved = resolveLooks(spec, sparkData(spec, table, english), DEFAULT_STYLE, english);
  const texts = [...sparkTexts(freeGeometry(resolved, DEFAULT_STYLE, english))];
  return { resolved, texts: texts.map(({ text }) => text), nodes: texts, notes: sparkNotes(resolved, english) };
}
const small = [0.4, 9.4, 284.6].map((last) => [1, 2, 3, 4, 5, last]);

describe('sums in spark tables', () => {
  it('leave the decimals of their parts as they are', () => {
    const { table, report } = made([...small.slice(0, 2), [1, 2, 3, 4, 5, 9284.6]]);
    const before = shown(report, table).texts.filter((text) => /\d/.test(text));
    const after = shown(withTotal(report), table).texts;
    for (const text of before) expect(after).toContain(text);
    const each = made(small);
    const all = shown(withTotal(each.report), each.table).texts;
    for (const text of ['0.4', '9.4', '284.6', '294.4']) expect(all).toContain(text);
  });

  it('have stronger names than their parts', () => {
    const { table, report } = made(small);
    const faceOf = (of: Report, name: string) => shown(of, table).nodes.find(({ text }) => text === name)?.face;
    expect(faceOf(report, 'Ness')).toBe('sans-600');
    expect(faceOf(withTotal(report), 'Ness')).toBe('sans-400');
    expect(faceOf(withTotal(report), 'Total')).toBe('sans-600');
  });

  it('say which part is missing, and can be of those that are known', () => {
    const { table, report } = made([
      [1, 2, null, 4, 5, 6],
      [10, 20, 30, 40, 50, 60],
      [100, 200, 300, 400, 500, 600],
    ]);
    const one = withTotal(report);
    const note = shown(one, table).notes.find(({ title }) => title === 'Sums with parts missing');
    expect(note?.text).toBe('“Total” has no value in 1 month, because a part is missing: first “Ness” (Mar 2024).');
    const mend = note?.mends[0];
    if (!mend || !('call' in mend)) throw new Error('no change mends this');
    const after = shown(runCommand(one, mend.call.name, mend.call.args).report, table);
    expect(after.notes.find(({ title }) => title === 'Sums with parts missing')?.text).toBe(
      '“Total” adds only the known parts in 1 month, and is too low there; missing: first “Ness” (Mar 2024).',
    );
    const column = after.resolved.columns.find(({ kind }) => kind === 'sparkline');
    if (column?.kind !== 'sparkline') throw new Error('no sparklines');
    const { data, stride } = column.series.grid;
    const total = after.resolved.data.records.findIndex(({ kind }) => kind === 'total');
    expect([...data.subarray(total * stride, total * stride + 6)]).toEqual([111, 222, 330, 444, 555, 666]);
  });
});

describe('a first spark table', () => {
  const drawOf = (values: readonly (readonly Cell[])[]) => {
    const column = sparkTableIn(made(values).report, 's')?.columns.find(({ kind }) => kind === 'sparkline');
    return column?.kind === 'sparkline' ? column.draw : null;
  };
  it('draws −1, 0 and 1 as wins and losses, and nothing else so', () => {
    const games = [1, -1, 0, 1, null, -1];
    expect(drawOf([games, games, games])).toBe('win / loss');
    expect(drawOf([games, games, [2, 1, 0, -1, 1, 1]])).toBe('line');
    expect(
      drawOf([
        [0, 1, 1, 0, 1, 0],
        [0, 0, 1, 1, 0, 1],
        [1, 1, 0, 0, 1, 1],
      ]),
    ).toBe('line');
  });
});

describe('a band of past years behind sparklines', () => {
  const columns = PIERS.map((name, at) => ({
    ...numbers(
      name,
      Array.from({ length: 60 }, (_, row) => (row === 30 ? null : 100 + at * 50 + row + ((row * 7919) % 23))),
      'km',
    ),
    title: name,
  }));
  const table = tableOf([dates(months(2020, 1, 60), 'month'), ...columns]);
  const { item } = packTable(
    't',
    table,
    (() => {
      let count = 0;
      return () => `b${++count}`;
    })(),
  );
  const spark = draftSparkTable(table, { id: 's', tableId: 't' });
  const column = spark.columns.find(({ kind }) => kind === 'sparkline')?.id ?? '';
  const set = (of: Report, path: string, to: unknown) =>
    runCommand(of, 'spark.setColumn', { spark: 's', column, set: [{ path: [path], to }] }).report;
  const banded = (years: number, window: number) =>
    set(set({ ...newReport('R', ''), items: [item, spark] }, 'window', { last: window }), 'reference', {
      years,
      spread: 'lowest to highest',
    });

  it('is that of the same months, counted twelve rows back, and widens the ends of its cell', () => {
    const { resolved } = shown(banded(3, 12), table);
    const own = resolved.columns.find(({ kind }) => kind === 'sparkline');
    if (own?.kind !== 'sparkline') throw new Error('no sparklines');
    for (const [record, { cells }] of columns.entries()) {
      const cell = cellOf(own, resolved.data, record);
      for (let place = 0; place < 12; place++) {
        const before = [1, 2, 3].flatMap((back) => cells[48 + place - 12 * back] ?? []) as number[];
        expect(cell?.past?.low[place]).toBe(Math.min(...before));
        expect(cell?.past?.high[place]).toBe(Math.max(...before));
        expect(cell?.past?.mean[place]).toBeCloseTo(before.reduce((a, b) => a + b, 0) / before.length, 9);
        expect(cell?.ends[0]).toBeLessThanOrEqual(Math.min(...before));
      }
    }
  });

  it('says where there are fewer years than said', () => {
    const noteOf = (report: Report) =>
      shown(report, table).notes.find(({ title }) => title === 'Fewer years than stated');
    expect(noteOf(banded(2, 12))?.text).toBe('The band says 2 years; in 3 rows some points have fewer, as few as 1.');
    expect(noteOf(banded(3, 30))).toBeDefined();
    expect(noteOf(set(banded(3, 12), 'reference', 'none'))).toBeUndefined();
  });

  it('is drawn as a ground and a thin line', () => {
    const spec = sparkTableIn(banded(3, 12), 's');
    if (!spec) throw new Error('no spark table');
    const resolved = resolveLooks(spec, sparkData(spec, table, english), DEFAULT_STYLE, english);
    const svg = sparkSvg(freeGeometry(resolved, DEFAULT_STYLE, english));
    expect(svg.match(/fill-opacity="0.14"/g)).toHaveLength(3);
    expect(svg).not.toMatch(/NaN|undefined/);
  });
});

describe('a page of a spark table', () => {
  it('names and carries the faces of its letters, and orders what runs from the right by itself', async () => {
    const table = tableOf([
      dates(months(2024, 1, 6), 'month'),
      { ...numbers('a', [1, 2, 3, 4, 5, 6], 'km'), title: 'ميناء الشمال 2023' },
      { ...numbers('b', [6, 5, 4, 3, 2, 1], 'km'), title: '北の港' },
    ]);
    const spec = draftSparkTable(table, { id: 's', tableId: 't' });
    const page = String((await sparkFile('html', { spec, table, style: DEFAULT_STYLE, locale: english })).body);
    for (const family of ['Noto Sans Arabic', 'Noto Sans JP']) {
      expect(page).toContain(`@font-face{font-family:'${family}'`);
      expect(page.split(`'${family}', `).length).toBeGreaterThan(1);
    }
    expect(page).toMatch(/<th scope="row"[^>]*unicode-bidi:plaintext[^>]*>[^<]*ميناء الشمال 2023/);
    expect(page).not.toMatch(/<th scope="row"[^>]*unicode-bidi:plaintext[^>]*>[^<]*北の港/);
  });

  it('are means where rows do not add up, and say so where they were asked for all the same', () => {
    const rates = tableOf([
      dates(months(2024, 1, 6), 'month'),
      numbers('punctuality', [90, 91, 92, 93, 94, 95], '%'),
      numbers('occupancy', [50, 51, 52, 53, 54, 55], '%'),
    ]);
    const spec = draftSparkTable(rates, { id: 's', tableId: 't' });
    const report = withTotal({ ...newReport('R', ''), items: [packTable('t', rates, () => 'b').item, spec] });
    expect(shown(report, rates).notes.filter(({ check }) => check.startsWith('spark-unfit'))).toEqual([]);
    const summed = runCommand(report, 'spark.setOrder', { spark: 's', order: { sums: 'sum' } }).report;
    const [note] = shown(summed, rates).notes.filter(({ check }) => check.startsWith('spark-unfit'));
    expect(note?.text).toBe('“Punctuality” is a rate, so the sum of its rows means nothing.');
    const mend = note?.mends[0];
    if (!mend || !('call' in mend)) throw new Error('no mend');
    const mended = runCommand(summed, mend.call.name, mend.call.args).report;
    expect(sparkTableIn(mended, 's')?.order.sums).toBe('mean');
    expect(shown(mended, rates).notes.filter(({ check }) => check.startsWith('spark-unfit'))).toEqual([]);
  });

  it('of what nobody said what it measures have a note that says where to say it', () => {
    const unclear = tableOf([
      dates(months(2024, 1, 6), 'month'),
      numbers('alpha', [9, 9, 9, 9, 9, 9]),
      numbers('beta', [5, 5, 5, 5, 5, 5]),
    ]);
    const spec = draftSparkTable(unclear, { id: 's', tableId: 't' });
    expect(spec.order.sums).toBe('mean');
    const report = withTotal({ ...newReport('R', ''), items: [packTable('t', unclear, () => 'b').item, spec] });
    const summed = runCommand(report, 'spark.setOrder', { spark: 's', order: { sums: 'sum' } }).report;
    const of = (table: Table) => shown(summed, table).notes.filter(({ check }) => check.startsWith('spark-unfit'));
    expect(of(unclear)[0]?.text).toContain('It is not known what “Alpha” measures');
    // Said at the head of the columns, it is right.
    expect(of(flows(unclear))).toEqual([]);
  });
});
