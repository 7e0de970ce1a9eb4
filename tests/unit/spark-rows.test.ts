import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { partsBetween } from '../../src/core/named/parts.ts';
import { sparkNotes } from '../../src/core/proof/spark-proof.ts';
import { newReport, type Report, sparkTableIn, styleFor } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { suggestedRowHeight } from '../../src/core/spark/banking.ts';
import { sparkData } from '../../src/core/spark/data.ts';
import { draftSparkTable, newColumn, newSparkline } from '../../src/core/spark/draft.ts';
import { saySparkFacts } from '../../src/core/spark/facts.ts';
import { sparkGeometry } from '../../src/core/spark/geometry.ts';
import { drawSparkTable, piecesOf, sparkPiece } from '../../src/core/spark/layout.ts';
import { lookOf, SparkLook } from '../../src/core/spark/look.ts';
import { tailOf } from '../../src/core/spark/number-cells.ts';
import { TOTAL_KEY } from '../../src/core/spark/records.ts';
import { cellOf, type ResolvedSparkline, resolveSparkTable } from '../../src/core/spark/resolve.ts';
import type { Sparkline, SparkTableSpec } from '../../src/core/spark/spec.ts';
import { sparkSvg } from '../../src/core/spark/svg.ts';
import { rowsForFacts } from '../../src/core/spark/words.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { saying } from './saying.ts';
import { dates, flows, months, numbers, tableOf, texts } from './tables.ts';

const english = localeOf('en-GB');
const choices = { id: 's', tableId: 't', style: DEFAULT_STYLE };

const piers = (names = ['Ness', 'Kelda', 'Sound', 'Old Quay']): Table => {
  const own: Record<string, [string, number, number, number]> = {
    Ness: ['north', 10, 12, 20],
    Kelda: ['south', 1, 5, 3],
    Sound: ['north', 7, 7, 7],
    'Old Quay': ['south', 30, 28, 25],
  };
  const of = (index: 1 | 2 | 3) => names.map((name) => own[name]?.[index] ?? null);
  return flows(
    tableOf([
      texts('pier', names),
      texts(
        'shore',
        names.map((name) => own[name]?.[0] ?? ''),
      ),
      numbers('jan', of(1)),
      numbers('feb', of(2)),
      numbers('mar', of(3)),
    ]),
  );
};
const draft = (change: Partial<SparkTableSpec['order']> = {}): SparkTableSpec => {
  const spec = draftSparkTable(piers(), choices);
  return { ...spec, order: { ...spec.order, ...change } };
};
const resolve = (spec: SparkTableSpec, table = piers()) => resolveSparkTable(spec, table, DEFAULT_STYLE, english);
/** Rows as they are shown; headings in brackets. */
const shown = (spec: SparkTableSpec, table = piers()) =>
  resolve(spec, table).data.rows.map((row) =>
    row.kind === 'heading' ? `[${row.text}]` : resolve(spec, table).data.records[row.index]?.name,
  );
const lines = (spec: SparkTableSpec, table = piers()) => {
  const resolved = resolve(spec, table);
  const column = resolved.columns.find((one) => one.kind === 'sparkline') as ResolvedSparkline;
  return resolved.data.records.map((_, record) => cellOf(column, resolved.data, record));
};
const withSpark = (spec: SparkTableSpec, change: Partial<Sparkline>): SparkTableSpec => ({
  ...spec,
  columns: spec.columns.map((column) => (column.kind === 'sparkline' ? { ...column, ...change } : column)),
});
const by = (id: string, descending = true) => ({ sort: { by: id, descending } });

describe('the order of rows', () => {
  it('is that of a derived number, rising or falling, and the table’s without one', () => {
    expect(shown(draft())).toEqual(['Ness', 'Kelda', 'Sound', 'Old Quay']);
    expect(shown(draft(by('derived-2')))).toEqual(['Ness', 'Kelda', 'Sound', 'Old Quay']);
    expect(shown(draft(by('derived-2', false)))).toEqual(['Old Quay', 'Sound', 'Kelda', 'Ness']);
    expect(shown(draft(by('names', false)))).toEqual(['Kelda', 'Ness', 'Old Quay', 'Sound']);
    expect(shown(draft(by('spark-1')))).toEqual(['Old Quay', 'Ness', 'Sound', 'Kelda']);
  });
  it('puts rows without a value last, whatever the direction', () => {
    const holes = piers(['Ness', 'Nowhere', 'Kelda']);
    expect(shown(draft(by('derived-1')), holes)).toEqual(['Ness', 'Kelda', 'Nowhere']);
    expect(shown(draft(by('derived-1', false)), holes)).toEqual(['Kelda', 'Ness', 'Nowhere']);
  });
  it('holds within groups, which have headings, subtotals and a total', () => {
    const grouped = draft({
      ...by('derived-1', false),
      group: { column: 'shore' },
      subtotals: { shown: true, name: 'All' },
      total: { shown: true, name: 'Everywhere' },
    });
    expect(shown(grouped)).toEqual([
      '[north]',
      'Sound',
      'Ness',
      'All',
      '[south]',
      'Kelda',
      'Old Quay',
      'All',
      'Everywhere',
    ]);
    expect(
      lines(grouped)
        .slice(4)
        .map((cell) => cell?.values),
    ).toEqual([
      [17, 19, 27],
      [31, 33, 28],
      [48, 52, 55],
    ]);
    const means = { ...grouped, order: { ...grouped.order, sums: 'mean' as const } };
    expect(lines(means)[4]?.values).toEqual([8.5, 9.5, 13.5]);
  });
  it('shows rows by their name, and sums those that are shown', () => {
    const some = draft({ filter: 'e*a', total: { shown: true, name: 'Both' } });
    expect(shown(some)).toEqual(['Kelda', 'Both']);
    expect(shown(draft({ filter: 'o' }))).toEqual(['Sound', 'Old Quay']);
    expect(lines(some)[4]?.values).toEqual([1, 5, 3]);
  });
  it('has no sum where a row has no value, unless missing values count as zero', () => {
    const holes = tableOf([
      texts('pier', ['a', 'b']),
      numbers('jan', [1, 2]),
      numbers('feb', [3, null]),
      numbers('mar', [5, 6]),
    ]);
    const spec = draftSparkTable(flows(holes), choices);
    spec.order.total = { shown: true, name: 'Total' };
    expect(lines(spec, holes)[2]?.values).toEqual([3, null, 11]);
    expect(lines(withSpark(spec, { gaps: 'zero' }), holes)[2]?.values).toEqual([3, 3, 11]);
  });
  it('adds nothing up that has different units', () => {
    const mixed = tableOf([
      dates(months(2026, 1, 3), 'month'),
      numbers('passengers', [1, 2, 3], 'thousands'),
      numbers('delay', [4, 5, 6], 'min'),
    ]);
    const spec = draftSparkTable(mixed, choices);
    spec.order.total = { shown: true, name: 'Total' };
    expect(lines(spec, mixed)[2]).toBeNull();
  });
});

describe('scales', () => {
  const ends = (spec: SparkTableSpec) => lines(spec).map((cell) => cell?.ends);
  it('by group are the pooled extremes of the group', () => {
    const spec = withSpark(draft({ group: { column: 'shore' } }), {
      scale: { of: 'group', floor: 'lowest', ceiling: 'highest' },
    });
    expect(ends(spec)).toEqual([
      [7, 20],
      [1, 30],
      [7, 20],
      [1, 30],
    ]);
  });
  it('of all rows are the same whatever is filtered, sorted or summed', () => {
    const all = { scale: { of: 'all rows' as const, floor: 'zero' as const, ceiling: 'highest' as const } };
    const plain = ends(withSpark(draft(), all));
    expect(plain[0]).toEqual([0, 30]);
    const turned = draft({ ...by('names'), filter: 'Ness', total: { shown: true, name: 'T' } });
    expect(ends(withSpark(turned, all)).slice(0, 4)).toEqual(plain);
    // A sum of rows stands on its own.
    expect(ends(withSpark(turned, all))[4]).toEqual([0, 20]);
  });
  it('shared by all equal the pooled extremes, for random rows', () => {
    const cell = fc.option(fc.integer({ min: -50, max: 50 }), { freq: 6 });
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 12 }), (rows) => {
        const table = tableOf([
          texts(
            'pier',
            rows.map((_, row) => `p${row}`),
          ),
          ...[0, 1, 2].map((index) =>
            numbers(
              `m${index}`,
              rows.map((row) => row[index] ?? null),
            ),
          ),
        ]);
        const spec = withSpark(draftSparkTable(table, choices), {
          scale: { of: 'all rows', floor: 'lowest', ceiling: 'highest' },
        });
        const known = rows.flat().filter((value) => value !== null);
        for (const one of lines(spec, table))
          if (one) expect(one.ends).toEqual([Math.min(...known), Math.max(...known)]);
      }),
    );
  });
});

describe('exceptions', () => {
  const exception = { row: 'Kelda', colour: '#b5492f', draw: 'columns' as const, window: { last: 2 } };
  const spec = withSpark(draft(), { exceptions: [exception, { row: TOTAL_KEY, weight: 3 }] });
  it('set one row alone: kind, colour, window and scale', () => {
    const [ness, kelda] = lines(spec);
    expect([ness?.spark.draw, ness?.values.length]).toEqual(['line', 3]);
    expect([kelda?.spark.draw, kelda?.spark.colour, kelda?.values]).toEqual(['columns', '#b5492f', [5, 3]]);
    expect(kelda?.ends).toEqual([0, 5]);
  });
  it('stay with their row through new data, sorting and filtering', () => {
    const order = ['Sound', 'New pier', 'Kelda', 'Ness'];
    const sorted = { ...spec, order: { ...spec.order, ...by('names') } };
    const { data } = resolve(sorted, piers(order));
    const at = data.records.findIndex(({ name }) => name === 'Kelda');
    lines(sorted, piers(order)).forEach((cell, record) => {
      if (cell) expect(cell.spark.draw).toBe(record === at ? 'columns' : 'line');
    });
  });
  it('make a total stronger than its rows, or as it is wanted', () => {
    const total = { total: { shown: true, name: 'Total' } };
    const strong = lines(draft(total))[4];
    expect(strong?.spark.weight).toBeGreaterThan(lines(draft(total))[0]?.spark.weight ?? 9);
    expect(lines({ ...spec, order: { ...spec.order, ...total } })[4]?.spark.weight).toBe(3);
  });
  it('leave the scale that the others share', () => {
    const scaled = withSpark(draft(), {
      scale: { of: 'all rows', floor: 'lowest', ceiling: 'highest' },
      exceptions: [{ row: 'Old Quay', scale: { of: 'each row', floor: 'lowest', ceiling: 'highest' } }],
    });
    expect(lines(scaled).map((cell) => cell?.ends)).toEqual([
      [1, 20],
      [1, 20],
      [1, 20],
      [25, 30],
    ]);
  });
});

describe('commands on rows and looks', () => {
  let count = 0;
  const { item } = packTable('t', piers(), () => `b${++count}`);
  const base: Report = { ...newReport('R', ''), items: [item, draft()] };
  const done = (calls: readonly [string, object][]) => {
    let report = base;
    for (const [name, args] of calls) report = runCommand(report, name, args).report;
    return { report, spec: sparkTableIn(report, 's') as SparkTableSpec };
  };
  const spark = (spec: SparkTableSpec) => spec.columns.find((column) => column.kind === 'sparkline') as Sparkline;
  const at = { spark: 's', column: 'spark-1' };

  it('make an exception of a row, and put it back in line', () => {
    const { spec } = done([['spark.except', { ...at, row: 'Ness', set: [{ path: ['colour'], to: '#1f7a7a' }] }]]);
    expect(spark(spec).exceptions).toEqual([{ row: 'Ness', colour: '#1f7a7a' }]);
    const twice: [string, object][] = [
      ['spark.except', { ...at, row: 'Ness', set: [{ path: ['colour'], to: '#1f7a7a' }] }],
      ['spark.except', { ...at, row: 'Kelda', set: [{ path: ['weight'], to: 2 }] }],
    ];
    expect(spark(done([...twice, ['spark.putBack', { ...at, row: 'Ness' }]]).spec).exceptions).toHaveLength(1);
    expect(spark(done([...twice, ['spark.putBack', { ...at, row: null }]]).spec).exceptions).toEqual([]);
    // Nothing of its own is no exception.
    expect(
      spark(done([...twice, ['spark.except', { ...at, row: 'Kelda', set: [{ path: ['weight'] }] }]]).spec).exceptions,
    ).toHaveLength(1);
  });
  it('keep a look in the house style and lay it on other sparklines', () => {
    const look = { ...lookOf(spark(draft())), draw: 'area' as const, emphasis: [newEmphasis('turns')] };
    const { report, spec } = done([
      ['style.keepLook', { name: 'Quiet', look }],
      ['spark.addColumn', { spark: 's', column: newSparkline('spark-2', { column: 'jan' }) }],
      [
        'spark.layLook',
        { spark: 's', columns: ['spark-1', 'spark-2'], set: partsBetween(SparkLook, lookOf(spark(draft())), look) },
      ],
    ]);
    expect(styleFor(report, null).sparks.map(({ name }) => name)).toEqual(['Quiet']);
    for (const column of spec.columns) if (column.kind === 'sparkline') expect(lookOf(column)).toEqual(look);
    const dropped = done([
      ['style.keepLook', { name: 'Quiet', look }],
      ['style.dropLook', { name: 'Quiet' }],
    ]);
    expect(styleFor(dropped.report, null).sparks).toEqual([]);
  });
  it('tuck columns away without touching the sparklines', () => {
    const { spec } = done([
      ['spark.tuck', { spark: 's', columns: ['names'], tucked: true }],
      ['spark.showSource', { spark: 's', columns: ['spark-1'], shown: true }],
    ]);
    expect(lines(spec)[0]?.values).toEqual([10, 12, 20]);
    const heads = [...textsOf(drawSparkTable(spec, piers(), DEFAULT_STYLE, english).nodes)].map(({ text }) => text);
    expect(heads).toEqual(expect.arrayContaining(['Jan', 'Feb', 'Mar', '28']));
    expect(heads).not.toContain('Ness');
    const ids = spec.columns.map(({ id }) => id);
    expect(() => done([['spark.tuck', { spark: 's', columns: ids, tucked: true }]])).toThrow(/at least one column/);
  });
  it('forget the order and the head texts of a column that is gone', () => {
    const { spec } = done([
      ['spark.setOrder', { spark: 's', order: by('derived-1') }],
      ['spark.addHead', { spark: 's', head: { id: 'h', text: 'Now', from: 'derived-1', to: 'spark-1' } }],
      ['spark.removeColumn', { spark: 's', column: 'derived-1' }],
    ]);
    expect(spec.order.sort).toBeNull();
    expect(spec.heads).toEqual([]);
    expect(() =>
      done([['spark.addHead', { spark: 's', head: { id: 'h', text: 'x', from: 'gone', to: 'names' } }]]),
    ).toThrow(/no column “gone”/);
    expect(() =>
      done([['spark.except', { spark: 's', column: 'names', row: 'Ness', set: [{ path: ['weight'], to: 2 }] }]]),
    ).toThrow(/has no sparklines/);
  });
});

describe('numbers', () => {
  it('align on their decimal marks, whatever their tails', () => {
    expect(['1,204.5', '−0.25', '12', '+8.3%', '–'].map((text) => tailOf(text, english))).toEqual([
      '.5',
      '.25',
      '',
      '.3%',
      '',
    ]);
    expect(tailOf('1.204,5', localeOf('de-DE'))).toBe(',5');
  });
  it('say their unit once, or behind each number where rows differ', () => {
    const mixed = tableOf([
      dates(months(2026, 1, 3), 'month'),
      numbers('passengers', [1.25, 2, 3.5], 'thousands'),
      numbers('delay', [4, 5, 6], 'min'),
    ]);
    const spec = draftSparkTable(mixed, choices);
    const find = (table: Table) => {
      const column = resolveSparkTable(spec, table, DEFAULT_STYLE, english).columns.find(
        ({ spec: own }) => own.id === 'derived-1',
      );
      return column?.kind === 'number' ? [column.title, column.cells.texts, column.cells.asides] : null;
    };
    expect(find(mixed)).toEqual(['Latest', ['3.5', '6'], ['thousands', 'min']]);
    const same = {
      ...mixed,
      columns: mixed.columns.map((column) => (column.kind === 'number' ? { ...column, unit: 'min' } : column)),
    };
    expect(find(same)?.[0]).toBe('Latest, min');
    expect(find(same)?.[2]).toBeNull();
  });
  it('of highs stand with their period', () => {
    const spec = draft();
    spec.columns.push(newColumn({ kind: 'derived', id: 'high', title: null, of: 'spark-1', what: 'high' }));
    const column = resolve(spec).columns.find(({ spec: own }) => own.id === 'high');
    expect(column?.kind === 'number' && column.cells.asides).toEqual(['Mar', 'Feb', 'Jan', 'Jan']);
  });
});

describe('proof notes on spark tables', () => {
  const notes = (spec: SparkTableSpec, table = piers()) => sparkNotes(resolve(spec, table), english);
  const all = { of: 'all rows', floor: 'lowest', ceiling: 'highest' } as const;
  it('say what heights mean that do not compare, and are silent on one scale', () => {
    const [note] = notes(draft());
    expect(note?.text).toBe(
      'In “3 values · each row its own scale” a full-height peak means 5 in Kelda and 30 in Old Quay.',
    );
    expect(notes(withSpark(draft(), { scale: all }))).toEqual([]);
  });
  it('go by what is finished where heights do not compare', () => {
    const at = months(2024, 1, 4);
    const long = tableOf([
      texts('pier', ['Ness', 'Ness', 'Ness', 'Ness', 'Kelda', 'Kelda', 'Kelda', 'Kelda']),
      dates([...at, ...at], 'month', { unfinishedFrom: at[3] ?? 0 }),
      numbers('v', [1, 4, 2, 50, 8, 3, 9, 70]),
    ]);
    const [note] = notes(draftSparkTable(long, choices), long);
    expect(note?.text).toMatch(/means 4 in Ness and 9 in Kelda\.$/);
  });
  it('say how many values lie beyond a given scale, and how many are missing', () => {
    const fixed = withSpark(draft(), { scale: { of: 'fixed', floor: 0, ceiling: 25 } });
    expect(notes(fixed).map(({ text }) => text)).toEqual([
      '2 values in 1 row of “3 values · 0 to 25” lie beyond its scale and are cut off.',
    ]);
    const holes = tableOf([
      texts('pier', ['a', 'b']),
      numbers('jan', [1, 2]),
      numbers('feb', [3, null]),
      numbers('mar', [5, 6]),
    ]);
    const spec = withSpark(draftSparkTable(holes, choices), { scale: all });
    expect(notes(spec, holes).map(({ text }) => text)).toEqual(['“b” is missing 1 value; the line breaks there.']);
    expect(notes(withSpark(spec, { gaps: 'bridge' }), holes)).toEqual([]);
  });
  it('say units that share one scale', () => {
    const mixed = tableOf([
      dates(months(2026, 1, 3), 'month'),
      numbers('p', [1, 2, 3], 'thousands'),
      numbers('d', [4, 5, 6], 'min'),
    ]);
    const spec = withSpark(draftSparkTable(mixed, choices), { scale: all });
    expect(notes(spec, mixed).map(({ title }) => title)).toEqual(['One scale for several units']);
  });
  it('stay aside until their numbers change, and their mends mend', () => {
    const [note] = notes(draft());
    const aside = {
      ...draft(),
      asides: [{ check: note?.check ?? '', facts: note?.facts ?? '', reason: 'shapes only' }],
    };
    expect(notes(aside)[0]?.aside).toBe('shapes only');
    expect(notes(aside, piers(['Ness', 'Sound']))[0]?.aside).toBeNull();
    let count = 0;
    const { item } = packTable('t', piers(), () => `b${++count}`);
    const mend = note?.mends[0];
    if (!mend || !('call' in mend)) throw new Error('A change mends this.');
    const { report } = runCommand({ ...newReport('R', ''), items: [item, draft()] }, mend.call.name, mend.call.args);
    expect(notes(sparkTableIn(report, 's') as SparkTableSpec)).toEqual([]);
  });
});

describe('a large spark table', () => {
  const many: Table = tableOf([
    texts(
      'pier',
      Array.from({ length: 100 }, (_, row) => `p${row}`),
    ),
    ...[0, 1, 2].map((month) =>
      numbers(
        `m${month}`,
        Array.from({ length: 100 }, (_, row) => (row * 7 + month * 5) % 31),
      ),
    ),
  ]);
  it('is drawn in pieces that hold every row once, as the whole does', () => {
    const spec = draftSparkTable(many, choices);
    const geometry = sparkGeometry(resolveSparkTable(spec, many, DEFAULT_STYLE, english), DEFAULT_STYLE, english, 0.24);
    expect(piecesOf(geometry)).toBeGreaterThan(3);
    const words = Array.from({ length: piecesOf(geometry) }, (_, index) => [
      ...textsOf(sparkPiece(geometry, index).nodes),
    ])
      .flat()
      .map(({ text }) => text);
    const whole = [...textsOf(drawSparkTable(spec, many, DEFAULT_STYLE, english).nodes)].map(({ text }) => text);
    expect(words.sort()).toEqual(whole.sort());
    expect(words.filter((word) => /^p\d+$/.test(word))).toHaveLength(100);
  });
  it('is written as SVG some rows at a time, with all that the whole has', () => {
    const spec = draftSparkTable(many, choices);
    const geometry = sparkGeometry(resolveSparkTable(spec, many, DEFAULT_STYLE, english), DEFAULT_STYLE, english, 0.24);
    const paths = (svg: string) => svg.split('<path').length;
    const whole = toSvg(drawSparkTable(spec, many, DEFAULT_STYLE, english));
    expect(sparkSvg(geometry)).toBe(whole);
    const twice = {
      ...many,
      rows: 200,
      columns: many.columns.map((column) => ({ ...column, cells: [...column.cells, ...column.cells] })),
    };
    const long = sparkGeometry(
      resolveSparkTable(spec, twice as Table, DEFAULT_STYLE, english),
      DEFAULT_STYLE,
      english,
      0.24,
    );
    const written = sparkSvg(long);
    expect(written.match(/<g transform="translate\(0 [\d.]+\)"><g data-part="frame"/g)).toHaveLength(1);
    // The rules of each hundred rows are one path.
    expect(paths(written)).toBe(paths(toSvg(drawSparkTable(spec, twice as Table, DEFAULT_STYLE, english))) + 1);
  });
  it('has rows whose height banks their slopes to 45 degrees', () => {
    const spec = draftSparkTable(many, choices);
    const height = suggestedRowHeight(resolveSparkTable(spec, many, DEFAULT_STYLE, english));
    expect(height).toBeGreaterThanOrEqual(3);
    expect(height).toBeLessThanOrEqual(40);
    // Two steps that run the whole height each rise as they run in a cell half as high as it is wide.
    const zigzag = tableOf([texts('pier', ['a']), numbers('x', [0]), numbers('y', [1]), numbers('z', [0])]);
    const own = draftSparkTable(zigzag, choices);
    expect(suggestedRowHeight(resolveSparkTable(own, zigzag, DEFAULT_STYLE, english))).toBe(
      Math.round(34 / 2 / 0.8 / 0.5) * 0.5,
    );
  });
  it('has the same data whatever it looks like', () => {
    const spec = draftSparkTable(many, choices);
    const data = sparkData(spec, many, english);
    expect(data.rows).toHaveLength(100);
    expect(sparkData(withSpark(spec, { colour: '#000000' }), many, english)).toEqual(data);
  });
});

describe('words of a spark table', () => {
  const spec = { ...draft(), heads: [] };
  const resolved = resolveSparkTable(spec, piers(), DEFAULT_STYLE, english);
  const say = saying(saySparkFacts(resolved, english));
  it('have fields that speak of a row, or of the first one', () => {
    const [first, second] = rowsForFacts(resolved);
    expect(say('name', null)).toBe(first?.name);
    expect(say('latest value', null)).toBe('20');
    expect([say('high and when', null), say('low and when', null)]).toEqual(['20 (Mar)', '10 (Jan)']);
    expect([say('first period', null), say('latest period', null)]).toEqual(['Jan', 'Mar']);
    expect(say('name', second?.id ?? '')).toBe(second?.name);
    expect(say('latest value', 'no such row')).toBe('–');
    expect(say('change on year', null)).toBe('–');
  });
  it('are set as runs, and written out in every form', () => {
    const words = {
      title: [
        { text: 'Highest at ' },
        { fact: { kind: 'latest' as const, line: null }, part: 'name' as const, italic: true as const },
      ],
      subtitle: 'Three months',
      source: [{ text: 'a' }, { text: '2', raised: 'super' as const }],
    };
    const drawn = drawSparkTable({ ...spec, words }, piers(), DEFAULT_STYLE, english);
    const texts = [...textsOf(drawn.nodes)];
    const name = say('name', null);
    expect(texts.find(({ text }) => text === name)).toBeDefined();
    expect(texts.find(({ text, face }) => text === name && face === 'sans-600-italic')).toBeDefined();
    expect(texts.find(({ text }) => text === 'Three months')).toBeDefined();
    expect(drawn.title).toBe(`Highest at ${name}`);
    const plain = drawSparkTable(spec, piers(), DEFAULT_STYLE, english);
    expect(drawn.heightMm).toBeGreaterThan(plain.heightMm);
  });
});
