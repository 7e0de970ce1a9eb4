/** Small cases worked by hand, each for a line of a command or an undo that could be broken without any other test noticing. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { Call, Change, UNDO } from '../../src/core/change/change.ts';
import { type CommandName, runCommand } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { sayValue } from '../../src/core/change/say-path.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { FIRST_STYLE, figureIn, newReport, type Report, storedTableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { lookOf } from '../../src/core/spark/look.ts';
import { situation } from './situations.ts';
import { dates, months, numbers, tableOf } from './tables.ts';

const demo = demoReport().report;
const run = (of: Report, name: CommandName, args: unknown) => runCommand(of, name, args).report;

describe('a legend box', () => {
  it('has the names of the lines that are shown seen, whatever those of hidden ones are', () => {
    const { spec, table } = situation('Names', [
      dates(months(2024, 1, 6), 'month'),
      numbers('a', [1, 2, 3, 4, 5, 6]),
      numbers('b', [2, 3, 4, 5, 6, 7]),
    ]);
    const { item } = packTable(spec.table, table, () => 'block');
    const lines = spec.lines.map(
      (line, at) => ({ ...line, shown: at === 0, named: at === 0 ? 'none' : 'end' }) as const,
    );
    const after = run({ ...newReport('R', ''), items: [{ ...spec, lines }, item] }, 'figure.setNames', {
      figure: spec.id,
      kind: 'box',
    });
    expect(figureIn(after, spec.id)?.lines.map(({ named }) => named)).toEqual(['end', 'end']);
  });
});

describe('looks of sparklines in the house style', () => {
  it('are kept beside each other, and one of a name that is there takes its place', () => {
    const own: Report = { ...demo, style: { ...FIRST_STYLE, sparks: [] } };
    const column = demo.items
      .flatMap((item) => (item.type === 'spark' ? item.columns : []))
      .find(({ kind }) => kind === 'sparkline');
    if (column?.kind !== 'sparkline') throw new Error('no sparkline');
    const kept = [1, 2, 3].reduce((report, weight) => {
      const look = { ...lookOf(column), weight };
      return run(report, 'style.keepLook', { name: weight === 2 ? 'other' : 'one', look });
    }, own);
    const looks = kept.style.kind === 'own' ? kept.style.sparks : [];
    expect(looks.map(({ name, look }) => [name, look.weight])).toEqual([
      ['other', 2],
      ['one', 3],
    ]);
  });
});

describe('columns of a table', () => {
  const table = tableOf([dates(months(2024, 1, 3), 'month'), numbers('a', [1, 2, 3]), numbers('b', [4, 5, 6])]);
  let count = 0;
  const { item } = packTable('t', table, () => `b${++count}`);
  const report: Report = { ...newReport('R', ''), items: [item] };
  const [, first] = storedTableIn(report, 't')?.columns ?? [];

  it('are not put in under a key that is there', () => {
    const put = (key: string) =>
      run(report, 'table.insertColumns', {
        table: 't',
        before: null,
        columns: [{ block: 'b9', meta: { ...first?.meta, key } }],
      });
    expect(storedTableIn(put('c'), 't')?.columns.map(({ meta }) => meta.key)).toEqual(['date', 'a', 'b', 'c']);
    expect(() => put('b')).toThrow('“Sample” has a column “b” already.');
    const beforeA = run(report, 'table.insertColumns', {
      table: 't',
      before: 'a',
      columns: [{ block: 'b9', meta: { ...first?.meta, key: 'c' } }],
    });
    expect(storedTableIn(beforeA, 't')?.columns.map(({ meta }) => meta.key)).toEqual(['date', 'c', 'a', 'b']);
  });
  it('that are calculated keep their key', () => {
    const calculation = { key: 'sum', title: 'Sum', rule: { kind: 'level', value: 4 } };
    const made = run(report, 'table.calculate', { table: 't', calculation });
    const set = (path: string, to: string) => ({ table: 't', calculation: 'sum', set: [{ path: [path], to }] });
    expect(run(made, 'table.setCalculation', set('title', 'Both')).items[0]).toMatchObject({
      calculations: [{ key: 'sum', title: 'Both' }],
    });
    expect(() => run(made, 'table.setCalculation', set('key', 'other'))).toThrow('keeps its key');
  });
});

describe('an undo of some fields', () => {
  it('takes back those, and leaves what else its change did', () => {
    const before = recordOf(demo);
    const args = { item: 'passengers', words: { title: 'Another title', source: 'Another source' } };
    const done = runCall(before, { name: 'item.setWords', args }, () => undefined);
    const id = '00000000-0000-4000-8000-000000000001';
    const only = done.fields.map(({ path }) => path).filter((path) => path.includes('title'));
    expect(only.length).toBeLessThan(done.fields.length);
    const undone = runCall(done.record, { name: UNDO, args: { changes: [id], only } }, () => done);
    const words = figureIn(reportOf(undone.record), 'passengers')?.words;
    expect(words?.title).toEqual(figureIn(demo, 'passengers')?.words.title);
    expect(words?.source).toBe('Another source');
  });
});

describe('notes that are set aside', () => {
  it('are kept beside each other, and one of a check takes the place of that check’s', () => {
    const aside = (report: Report, check: string, reason: string) =>
      run(report, 'item.setNoteAside', { item: 'passengers', check, facts: 'f', reason });
    const after = aside(aside(aside(demo, 'unit', 'first'), 'labels', 'other'), 'unit', 'second');
    const asides = figureIn(after, 'passengers')?.asides.map(({ check, reason }) => [check, reason]);
    expect([...(asides ?? [])].sort()).toEqual([
      ['labels', 'other'],
      ['unit', 'second'],
    ]);
    const back = run(after, 'item.bringNoteBack', { item: 'passengers', check: 'unit' });
    expect(figureIn(back, 'passengers')?.asides.map(({ check }) => check)).toEqual(['labels']);
  });
});

describe('a table that is used', () => {
  it('is kept until what uses it is gone, be that one thing or several', () => {
    expect(() => run(demo, 'item.remove', { item: 'works' })).toThrow(/remove that first\.$/);
    expect(() => run(demo, 'item.remove', { item: 'sailings' })).toThrow(/remove those first\.$/);
  });
});

describe('level bars', () => {
  it('have the colour of one row put back, or of all', () => {
    const except = (report: Report, row: string) =>
      run(report, 'spark.except', {
        spark: 'piers-bars',
        column: 'bar-1',
        row,
        set: [{ path: ['colour'], to: '#112233' }],
      });
    const two = except(except(demo, 'Northgate'), 'Old Quay');
    const rows = (report: Report) => {
      const spark = report.items.find(({ id }) => id === 'piers-bars');
      const column = spark?.type === 'spark' ? spark.columns.find(({ id }) => id === 'bar-1') : undefined;
      return column?.kind === 'level bars' ? column.exceptions.map(({ row }) => row) : null;
    };
    const back = (row: string | null) => rows(run(two, 'spark.putBack', { spark: 'piers-bars', column: 'bar-1', row }));
    const before = rows(demo) ?? [];
    expect(back('Northgate')?.includes('Old Quay')).toBe(true);
    expect(back('Northgate')?.includes('Northgate')).toBe(false);
    expect(back(null)).toEqual([]);
    expect(before.length).toBeLessThan((rows(two) ?? []).length);
  });
});

describe('panels of which one setting is changed', () => {
  it('keep lines behind that nobody touched, where these fit no longer they go without a refusal', () => {
    const split = run(demo, 'figure.split', { figure: 'passengers', panels: { by: { kind: 'lines' } } });
    const behind = run(split, 'figure.setPanels', {
      figure: 'passengers',
      set: [{ path: ['behind'], to: '#cccccc' }],
    });
    const own = figureIn(behind, 'passengers')?.panels;
    expect(own?.behind).not.toBeNull();
    const apart = run(behind, 'figure.setPanels', { figure: 'passengers', set: [{ path: ['scale'], to: 'panels' }] });
    expect(figureIn(apart, 'passengers')?.panels).toMatchObject({ scale: 'panels', behind: null });
  });
});

describe('a call', () => {
  it('may name a group of up to 64 letters', () => {
    const call = (group: string) =>
      Call.safeParse({ id: '00000000-0000-4000-8000-000000000001', name: 'item.setWords', args: {}, group }).success;
    expect([call(''), call('g'), call('g'.repeat(64)), call('g'.repeat(65))]).toEqual([true, true, true, false]);
  });
});

describe('looks that are laid on others', () => {
  it('are laid on one figure and on several, and never on none', () => {
    const figures = demo.items.filter(({ type }) => type === 'figure').map(({ id }) => id);
    const lay = (onto: string[]) => run(demo, 'figure.layOn', { figures: onto, of: figures[0], what: 'looks' });
    expect(lay(figures.slice(1, 2)).items).toHaveLength(demo.items.length);
    expect(lay(figures.slice(1, 3)).items).toHaveLength(demo.items.length);
    expect(() => lay([])).toThrow();
  });
});

describe('an area between two lines', () => {
  it('is none any more where the line it reaches to is removed, and stays where another is', () => {
    const { spec, table } = situation('Areas', [
      dates(months(2024, 1, 6), 'month'),
      numbers('a', [1, 2, 3, 4, 5, 6]),
      numbers('b', [2, 3, 4, 5, 6, 7]),
      numbers('c', [3, 4, 5, 6, 7, 8]),
      numbers('d', [4, 5, 6, 7, 8, 9]),
    ]);
    const { item } = packTable(spec.table, table, () => 'block');
    const [a, b, c, d] = spec.lines.map(({ id }) => id);
    const fills = ['axis', { line: b }, { line: c }, 'none'] as const;
    const lines = spec.lines.map((line, at) => ({ ...line, fill: fills[at] ?? 'none' }) as typeof line);
    const without = (gone: string | undefined) => {
      const report: Report = { ...newReport('R', ''), items: [{ ...spec, lines }, item] };
      const after = run(report, 'figure.removeLines', { figure: spec.id, lines: [gone] });
      return figureIn(after, spec.id)?.lines.map(({ id, fill }) => [id, fill]);
    };
    expect(without(d)).toEqual([
      [a, 'axis'],
      [b, { line: b }],
      [c, { line: c }],
    ]);
    expect(without(b)).toEqual([
      [a, 'axis'],
      [c, { line: c }],
      [d, 'none'],
    ]);
    expect(without(c)).toEqual([
      [a, 'axis'],
      [b, { line: b }],
      [d, 'none'],
    ]);
  });
});

describe('a change in the log', () => {
  it('has a revision and, where it was made on an older document, its version, from 1 on', () => {
    const change = (more: object) =>
      Change.safeParse({
        ...{ id: '00000000-0000-4000-8000-000000000001', name: 'item.setWords', args: {} },
        ...{ revision: 2, by: 'me', label: 'title', seen: 0, fields: [], ...more },
      }).success;
    expect([change({}), change({ revision: 1 }), change({ revision: 0 })]).toEqual([true, true, false]);
    expect([change({ form: 3 }), change({ form: 1 }), change({ form: 0 })]).toEqual([true, true, false]);
  });
  it('is not taken back by what names none', () => {
    const undo = (args: unknown) => () => runCall(recordOf(demo), { name: UNDO, args }, () => undefined);
    expect(undo({ changes: [] })).toThrow(Refusal);
    expect(undo({})).toThrow(Refusal);
    expect(undo({ changes: ['not an id'] })).toThrow(Refusal);
  });
  it('says of the mark of a row as a total whether it is one', () => {
    const path = ['items', 'sailings', 'totals', 'r.4'];
    expect([sayValue(true, path), sayValue(false, path), sayValue(undefined, path)]).toEqual([
      'a total',
      'no total',
      'no total',
    ]);
  });
});

describe('names of lines that are set in a box', () => {
  it('stay away where only some of them were', () => {
    const { spec, table } = situation('Some names', [
      dates(months(2024, 1, 6), 'month'),
      numbers('a', [1, 2, 3, 4, 5, 6]),
      numbers('b', [2, 3, 4, 5, 6, 7]),
    ]);
    const { item } = packTable(spec.table, table, () => 'block');
    const named = (...places: ('none' | 'end')[]) => {
      const lines = spec.lines.map((line, at) => ({ ...line, named: places[at] ?? 'end' }) as const);
      const report: Report = { ...newReport('R', ''), items: [{ ...spec, lines }, item] };
      const after = run(report, 'figure.setNames', { figure: spec.id, kind: 'box' });
      return figureIn(after, spec.id)?.lines.map((line) => line.named);
    };
    expect(named('none', 'end')).toEqual(['none', 'end']);
    expect(named('none', 'none')).toEqual(['end', 'end']);
  });
});
