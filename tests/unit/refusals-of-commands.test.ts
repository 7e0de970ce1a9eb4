/** Every sentence with which a command refuses is said where it is to be, and nothing is changed then. */
import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { type CommandName, runCommand } from '../../src/core/change/commands/index.ts';
import { partsBetween } from '../../src/core/named/parts.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { figureIn, type Report, storedTableIn } from '../../src/core/report/report.ts';
import { ColumnMeta } from '../../src/core/table/column.ts';

const { report: demo } = demoReport();
const run = (of: Report, name: CommandName, args: unknown) => runCommand(of, name, args).report;
const set = (path: string, to: unknown) => [{ path: [path], to }];
const shaped = demo.items.find(({ type }) => type === 'shaped');
const line = figureIn(demo, 'passengers')?.lines[0];
const column = (table: string, key: string) =>
  storedTableIn(demo, table)?.columns.find(({ meta }) => meta.key === key) ?? { block: '', meta: { key } };
const typed = (table: string, key: string, row: string) => ({ table, cells: { [key]: { [row]: '1' } } });
const replaced = (more: object) => ({
  table: 'years',
  base: [{ of: 'n', from: 0, count: 1 }],
  columns: (storedTableIn(demo, 'years')?.columns ?? []).map(({ meta, block }) => ({
    key: meta.key,
    set: [],
    from: block,
    block: 'new',
  })),
  added: [],
  gone: [],
  typed: {},
  inserted: [],
  totals: {},
  remarks: [],
  ...more,
});
const putIn = (id: string, count = 1) => ({ table: 'years', run: { id, count, after: 'r.0' } });

const YEARS_BEFORE = { kind: 'past years', years: 2, spread: 'lowest to highest' };
const { meta: vehicles } = column('years', 'vehicles_thousands');
const withBands = run(
  run(demo, 'figure.addMark', {
    figure: 'passengers',
    mark: { kind: 'band', id: 'by-hand', name: 'x', over: { kind: 'values', axis: 'left', from: 10, to: 20 } },
  }),
  'figure.sumUp',
  { figure: 'passengers', line: 'line-1', of: YEARS_BEFORE },
);
const withHead = run(demo, 'spark.addHead', {
  spark: 'piers-bars',
  head: { id: 'over', text: 'Both', from: 'bar-1', to: 'bar-2' },
});
const withCalculation = run(demo, 'table.calculate', {
  table: 'years',
  calculation: { key: 'goal', title: 'Goal', rule: { kind: 'level', value: 4 } },
});
const ofHouse: Report = { ...demo, style: { kind: 'house', id: 'one' } };
const lonely: Report = { ...demo, items: demo.items.filter(({ id }) => id !== 'sailings') };
const BARS = ['names', 'number-1', 'bar-1', 'number-2', 'bar-2'];
const oneColumn = BARS.slice(1).reduceRight<Report>(
  (of, id) => run(of, 'spark.removeColumn', { spark: 'piers-bars', column: id }),
  demo,
);

/** What is refused: the report, the command, its arguments and what it says. */
const CASES: [Report, string, unknown, string][] = [
  [demo, 'figure.fly', {}, 'There is no command “figure.fly”.'],
  [
    demo,
    'manuscript.move',
    { blocks: [demo.manuscript.blocks[0]?.id], after: 'gone', near: ['gone-too'] },
    'The paragraph it was to follow has been removed from the text.',
  ],
  [demo, 'item.rename', { item: 'years', name: '' }, 'name'],
  [demo, 'item.takeTable', { item: 'both', from: 'none', to: 'sailings' }, 'uses nothing from that table'],
  [demo, 'item.takeTable', { item: 'both', from: 'sailings', to: 'none' }, 'no table “none”'],
  [demo, 'item.add', { item: figureIn(demo, 'passengers') }, 'Two things have the same id.'],
  // What is looked for and not there.
  [demo, 'item.remove', { item: 'gone' }, 'There is nothing with the id “gone” in this report.'],
  [
    demo,
    'item.setNoteAside',
    { item: 'years', check: 'x', facts: '', reason: 'so it is' },
    '“Traffic by year” is a table and has no proof notes.',
  ],
  [
    demo,
    'table.setColumn',
    { table: 'gone', column: 'year', set: set('title', 'x') },
    'There is no table “gone” in this report.',
  ],
  [demo, 'spark.setOrder', { spark: 'gone', order: {} }, 'There is no spark table “gone” in this report.'],
  [demo, 'figure.setFrame', { figure: 'gone' }, 'There is no figure “gone” in this report.'],
  [demo, 'figure.placeValuesAnew', { figure: 'both', lines: ['line-1', 'gone'] }, 'There is no line “gone” in figure'],
  [demo, 'figure.removeMarks', { figure: 'both', marks: ['gone'] }, 'There is no level, band, event or note “gone” in'],
  // Things.
  [
    demo,
    'item.remove',
    { item: 'piers' },
    '“Piers, summer 2026” is used by spark table “Piers, summer 2026”; remove that first.',
  ],
  [demo, 'item.remove', { item: 'sailings' }, ' remove those first.'],
  [
    demo,
    'item.setWords',
    { item: 'years', words: { title: 'x' } },
    '“Traffic by year” is a table and has no words of its own',
  ],
  // Lines and marks.
  [demo, 'figure.setPanels', { figure: 'passengers', set: set('columns', 2) }, 'has one plot; split it first.'],
  [
    demo,
    'figure.addMark',
    { figure: 'both', mark: { kind: 'event', id: 'target', name: 'x', at: 3 } },
    'This figure already has something with the id “target”.',
  ],
  [
    lonely,
    'figure.addCalculatedLine',
    { figure: 'passengers', calculation: { key: 'g', title: 'G', rule: { kind: 'level', value: 1 } }, line },
    'The table of figure “Passengers by route” is not in this report.',
  ],
  [
    lonely,
    'figure.sumUp',
    { figure: 'passengers', line: 'line-1', of: YEARS_BEFORE },
    'The table of figure “Passengers by route” is not in this report.',
  ],
  [
    withBands,
    'figure.setCalculatedBand',
    { figure: 'passengers', mark: 'by-hand', set: set('years', 4) },
    'The two edges of this band are not calculated together.',
  ],
  [
    demo,
    'figure.setCalculatedBand',
    { figure: 'both', mark: 'target', set: set('years', 4) },
    'The two edges of this band are not calculated together.',
  ],
  [
    demo,
    'figure.layCalendar',
    { figures: ['both'], calendar: { kind: 'calendar', id: 'target', name: 'x', table: 'works', from: 'from' } },
    'has another mark with the id “target”.',
  ],
  [
    demo,
    'figure.setMark',
    { figure: 'both', mark: 'target', set: set('id', 'other') },
    '“target” is a level and cannot become another mark.',
  ],
  [
    withBands,
    'figure.setMark',
    { figure: 'passengers', mark: 'by-hand', set: set('over', { kind: 'values', axis: 'left', from: 20, to: 10 }) },
    'A band cannot end before it begins.',
  ],
  // The manuscript.
  [demo, 'manuscript.write', { block: 'gone', was: [], words: [] }, 'That paragraph is gone'],
  [demo, 'manuscript.write', { block: 'contents', was: [], words: [] }, 'That block has no words of its own.'],
  [demo, 'manuscript.writeCaption', { block: 'text-2', was: null, words: null }, 'That block has no caption.'],
  [demo, 'manuscript.set', { blocks: ['text-2'], set: set('id', 'other') }, 'Change words by writing'],
  [demo, 'manuscript.set', { blocks: ['text-2'], set: set('words', []) }, 'Change words by writing'],
  [demo, 'manuscript.set', { blocks: ['text-2'], set: set('type', 'figure') }, 'Change words by writing'],
  // Spark tables.
  [
    demo,
    'spark.setColumn',
    { spark: 'glance', column: 'gone', set: set('title', 'x') },
    'There is no column “gone” in spark table “',
  ],
  [
    demo,
    'spark.except',
    { spark: 'glance', column: 'names', row: 'x', set: set('shown', false) },
    'has no sparklines.',
  ],
  [
    demo,
    'spark.setColumn',
    { spark: 'glance', column: 'names', set: set('id', 'other') },
    'A column cannot change its kind',
  ],
  [
    oneColumn,
    'spark.removeColumn',
    { spark: 'piers-bars', column: 'names' },
    'A spark table keeps at least one column',
  ],
  [demo, 'spark.setHead', { spark: 'glance', head: 'gone', text: 'x' }, 'There is no text “gone” over the headers of'],
  [withHead, 'spark.setHead', { spark: 'piers-bars', head: 'over', from: 'gone' }, 'There is no column “gone”'],
  [withHead, 'spark.setHead', { spark: 'piers-bars', head: 'over', to: 'gone' }, 'There is no column “gone”'],
  [
    demo,
    'spark.addHead',
    { spark: 'glance', head: { id: 'h', text: 'x', from: 'gone', to: 'spark-1' } },
    'There is no column “gone”',
  ],
  [
    demo,
    'spark.addHead',
    { spark: 'glance', head: { id: 'h', text: 'x', from: 'spark-1', to: 'gone' } },
    'There is no column “gone”',
  ],
  [demo, 'spark.tuck', { spark: 'piers-bars', columns: BARS, tucked: true }, 'A spark table shows at least one column'],
  [
    demo,
    'spark.except',
    { spark: 'glance', column: 'spark-1', row: 'a', set: set('row', 'b') },
    'A row’s own look cannot move to another row.',
  ],
  // The style.
  [ofHouse, 'style.set', { set: set('name', 'x') }, 'This report shares its house style with others'],
  [demo, 'style.takeAlong', { style: demo.style }, 'This report has a style of its own already.'],
  // Tables.
  [demo, 'table.setCells', typed('isles-by-year', '2024', 'r.0'), 'is made from another table; change the cells there'],
  [
    run(demo, 'table.removeRows', { table: 'years', runs: [{ of: 'r', from: 1, count: 1 }] }),
    'table.setCells',
    typed('years', 'year', 'r.1'),
    '“1” was typed into a row that is no longer in table “Traffic by year”.',
  ],
  [
    demo,
    'table.setCells',
    { table: 'years', cells: { year: { 'gone.0': '1', 'gone.1': '2' } } },
    'The rows that were typed into are no longer in table “Traffic by year”.',
  ],
  [
    run(demo, 'table.insertRows', putIn('x')),
    'table.insertRows',
    putIn('x'),
    'Rows called “x” are in table “Traffic by year” already.',
  ],
  [demo, 'table.insertRows', putIn('x', 2_000_000), 'A table holds at most 2,000,000 rows.'],
  [
    demo,
    'table.replace',
    replaced({ columns: replaced({}).columns.slice(1) }),
    'was added in the meantime, and the newer extract does not mention it.',
  ],
  [
    demo,
    'table.replace',
    replaced({ columns: replaced({}).columns.map((column) => ({ ...column, layer: 'older' })) }),
    'was merged in the meantime; bring in the newer extract again.',
  ],
  [
    demo,
    'table.setColumn',
    { table: 'years', column: 'gone', set: set('title', 'x') },
    'There is no column “gone” of its own in table',
  ],
  [
    demo,
    'table.setColumn',
    { table: 'years', column: 'year', set: set('title', 'Year'), cells: { from: 'older', block: 'new' } },
    'were read again elsewhere, so this no longer fits them.',
  ],
  [
    demo,
    'figure.moveLines',
    { figure: 'passengers', lines: ['line-1'], before: 'gone' },
    'The line these were to be placed before has been removed.',
  ],
  [
    demo,
    'table.setStep',
    { table: 'isles-by-year', at: 0, was: { kind: 'turn' }, to: { kind: 'turn' } },
    'was changed elsewhere, so this no longer fits it.',
  ],
  [
    demo,
    'figure.emphasise',
    { figure: 'passengers', lines: ['line-1'], of: 'high', set: [{ path: ['of'], to: 'low' }] },
    'An emphasis cannot change which points it marks.',
  ],
  [demo, 'spark.setRows', { spark: 'piers-bars', columns: { year: true } }, 'are no longer columns of its table.'],
  [
    demo,
    'table.insertColumns',
    { table: 'years', before: null, columns: [column('years', 'year')] },
    'has a column “year” already.',
  ],
  [
    withCalculation,
    'table.calculate',
    { table: 'years', calculation: { key: 'goal', title: 'Goal', rule: { kind: 'level', value: 5 } } },
    'has a column “goal” already.',
  ],
  [
    demo,
    'table.setSteps',
    { table: 'years', steps: shaped?.type === 'shaped' ? shaped.steps : [] },
    'was brought in as it is and has no steps.',
  ],
  [demo, 'table.removeColumns', { table: 'years', columns: ['year'] }, '“year” is used by '],
  [
    demo,
    'table.setColumn',
    { table: 'years', column: 'year', set: set('key', 'other') },
    'A column keeps its key, by which figures find it.',
  ],
  [demo, 'table.setColumn', { table: 'years', column: 'year', set: set('title', '  ') }, 'Give the column a title.'],
  [
    demo,
    'table.setColumn',
    {
      table: 'years',
      column: vehicles.key,
      set: partsBetween(ColumnMeta, vehicles, { key: vehicles.key, title: 'x', kind: 'text', ordered: false }),
    },
    'A column of another kind needs its cells read again.',
  ],
  [
    demo,
    'table.setCalculation',
    { table: 'years', calculation: 'gone', set: set('title', 'x') },
    'has no calculated column “gone”.',
  ],
  [
    withCalculation,
    'table.setCalculation',
    { table: 'years', calculation: 'goal', set: set('key', 'other') },
    'A column keeps its key',
  ],
];

/** What a command says on a report; null where it is done. */
function refusalOf(of: Report, name: string, args: unknown): string | null {
  try {
    runCommand(of, name, args);
    return null;
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
}

describe('a command', () => {
  const cases = CASES.map(([of, name, args, says]) => ({ of, name, args, says }));
  it.each(cases)('$name refuses: $says', ({ of, name, args, says }) => {
    const said = refusalOf(of, name, args);
    expect([name, said]).toEqual([name, expect.stringContaining(says)]);
    // One sentence, of things and not of fields of the code.
    expect(said).toMatch(/^\S.*[.;?!”]$/s);
    expect(said).not.toMatch(/undefined|NaN|\[object|Invalid input/);
  });
  it.each([
    ['item.setWords', { item: 'passengers', words: { title: 3 } }],
    ['style.set', { set: set('kind', 'house') }],
  ])('%s takes nothing that is not of its form', (name, args) => {
    expect(refusalOf(demo, name, args)).toMatch(/\S/);
  });
  it('says each of its sentences in one of these cases', () => {
    const said = CASES.map(([of, name, args]) => refusalOf(of, name, args) ?? '');
    const folder = new URL('../../src/core/change/commands/', import.meta.url);
    const files = [...readdirSync(folder).map((name) => new URL(name, folder)), new URL('../found.ts', folder)];
    const unsaid = files
      .flatMap((file) => sentencesOf(readFileSync(file, 'utf8')))
      .filter((form) => !said.some((text) => form.test(text)));
    expect(unsaid).toEqual([]);
  });
});

/** The sentences of a module's refusals, with anything where something is named. */
function sentencesOf(text: string): RegExp[] {
  const found: RegExp[] = [];
  const literal = (part: string) => part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  const visit = (node: ts.Node): void => {
    const given = ts.isNewExpression(node) && node.expression.getText() === 'Refusal' ? node.arguments?.[0] : undefined;
    if (given && ts.isStringLiteralLike(given)) found.push(new RegExp(`^${literal(given.text)}$`));
    if (given && ts.isTemplateExpression(given)) {
      const rest = given.templateSpans.map(({ literal: { text: after } }) => `.*${literal(after)}`);
      found.push(new RegExp(`^${literal(given.head.text)}${rest.join('')}$`, 's'));
    }
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile('module.ts', text, ts.ScriptTarget.ES2023, true));
  return found;
}
