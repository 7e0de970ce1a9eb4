/** Numbers in a manuscript that is set: from tables as they arrive, out of order, with places of several rows, with gaps. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { findNumbers, offeredIn } from '../../src/core/document/found.ts';
import { type Block, Manuscript } from '../../src/core/document/manuscript.ts';
import type { ProseRun } from '../../src/core/document/prose.ts';
import { setManuscript } from '../../src/core/document/set.ts';
import { sourcesOf } from '../../src/core/item/manuscript.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { newReport, type Report, tablesOf } from '../../src/core/report/report.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { blocksIn, galleyOf } from '../../src/ui/manuscript/galley-document.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from './any-command.ts';
import { report as demo, tablesMade } from './demo-sources.ts';
import { dates, months, numbers, tableOf } from './tables.ts';

const locale = localeOf('en-GB');
const some = tablesOf(demo)[0];

/** What a manuscript of some blocks reads as, where its report has one table. */
function set(table: Table, blocks: unknown[]) {
  if (!some) throw new Error('The demo has tables.');
  const report = { ...newReport('words', 'Words'), items: [{ ...some, id: 't', name: 'T' }] } as Report;
  const sources = sourcesOf(report, DEFAULT_STYLE, locale, () => table);
  return { sources, set: setManuscript(Manuscript.parse({ blocks }), sources) };
}
const words = (...runs: Partial<ProseRun>[]) => ({ type: 'words', id: 'w', words: runs });
const value = (row: unknown, column = 'n') => ({ kind: 'value', table: 't', column, row, unit: false }) as never;
const textOf = (block: ReturnType<typeof set>['set']['blocks'][number] | undefined) =>
  block?.type === 'words' ? block.runs.map((run) => ('text' in run ? run.text : '')).join('|') : null;

describe('numbers in a manuscript', () => {
  it('are those of their own rows in a table of numbers, in the order of their dates', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ month: fc.nat(14), n: fc.option(fc.integer({ min: -999, max: 999 })) }), {
          maxLength: 20,
        }),
        fc.integer({ min: 1, max: 25 }),
        (rows, last) => {
          const months15 = months(2025, 1, 15);
          const table = tableOf([
            dates(
              rows.map(({ month }) => months15[month] ?? 0),
              'month',
            ),
            numbers(
              'n',
              rows.map(({ n }) => n),
            ),
          ]);
          const [block] = set(table, [{ type: 'numbers', id: 'b', table: 't', columns: ['date', 'n'], last }]).set
            .blocks;
          // Sorting is stable, so rows of one month stay as they came.
          const wanted = [...rows].sort((a, b) => a.month - b.month).slice(-last);
          expect(block?.type === 'numbers' && block.rows.map(([, n]) => n)).toEqual(
            wanted.map(({ n }) => (n === null ? '–' : String(n).replace('-', '−'))),
          );
        },
      ),
      { numRuns: runs(200) },
    );
  });

  it('are held to a place only where it has one row, and the last one is the last along the axis', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(8), { minLength: 1, maxLength: 9 }), (places) => {
        const all = months(2025, 1, 9);
        const cells = places.map((place) => all[place] ?? 0);
        const table = tableOf([
          dates(cells, 'month'),
          numbers(
            'n',
            places.map((_, row) => row + 100),
          ),
        ]);
        const runsOf = [value('last'), ...cells.map((at) => value({ at }))];
        const { set: made, sources } = set(table, [words(...runsOf)]);
        const said = textOf(made.blocks[0])?.split('|') ?? [];
        const isDoubled = new Set(places).size < places.length;
        expect(said[0]).toBe(isDoubled ? '–' : String(100 + places.indexOf(Math.max(...places))));
        places.forEach((place, row) => {
          const alone = places.filter((other) => other === place).length === 1;
          expect(said[row + 1]).toBe(alone ? String(100 + row) : '–');
        });
        // What is offered is what it says.
        for (const one of findNumbers(offeredIn([{ id: 't', name: 'T' }], sources), '', 999)) {
          const [first] = set(table, [words(one.run)]).set.blocks;
          expect(textOf(first)).toBe(one.said);
          expect(one.said).not.toBe('–');
        }
      }),
      { numRuns: runs(100) },
    );
  });

  it('tell the date of the data by what any words, notes and captions rest on, and by periods that have numbers', () => {
    const all = months(2025, 1, 6);
    const table = tableOf([dates(all, 'month'), numbers('n', [1, 2, 3, 4, null, null])]);
    const field = { kind: 'field', field: 'date of data' } as const;
    const note = { kind: 'footnote', id: 'f', words: [value('last')] } as never;
    for (const blocks of [
      [words(field, value('last'))],
      [words(field, note)],
      [words(field), { type: 'numbers', id: 'b', table: 't', columns: ['n'] }],
    ])
      expect(textOf(set(table, blocks).set.blocks[0])?.split('|')[0]).toBe('Apr 2025');
    expect(textOf(set(table, [words(field)]).set.blocks[0])).toBe('–');
  });
});

describe('words of the galley', () => {
  it('are all there however many they are, so that what is too long is refused and not left out', () => {
    const long = 'x'.repeat(100_001);
    const block = { type: 'words', id: 'w', role: 'paragraph', level: 1, frame: 'none' } as const;
    const kept = blocksIn(galleyOf([{ ...block, words: [{ kind: 'text', text: long }] }]));
    expect(kept).toEqual([{ ...block, words: [{ kind: 'text', text: long }] }]);
    const empty = { ...newReport('long', 'Long'), manuscript: Manuscript.parse({ blocks: [{ ...block, words: [] }] }) };
    expect(() =>
      runCommand(empty, 'manuscript.write', { block: 'w', was: [], words: [{ kind: 'text', text: long }] }),
    ).toThrow(/100,000 characters/);
  });
});

describe('any report that commands lead to', () => {
  it('can be set, whatever became of the tables and figures that its text rests on', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 ** 31 }), (seed) => {
        const dice = new Dice(seed);
        let now = demo;
        for (let step = 0; step < 25; step++) {
          const name = dice.of(ALL_COMMANDS);
          try {
            now = runCommand(now, name, anyArgs(name, now, dice)).report;
          } catch (error) {
            if (!(error instanceof Refusal)) throw error;
          }
        }
        const made = tablesMade(now);
        const sources = sourcesOf(now, DEFAULT_STYLE, locale, (id) => made.get(id) ?? null);
        // Its own text, and all that can be placed.
        const things = now.items.map(
          ({ id }, at): Block => ({
            type: 'figure',
            id: `thing-${at}`,
            things: [id],
            width: 'text',
            stands: 'near',
            caption: null,
          }),
        );
        const set = setManuscript({ ...now.manuscript, blocks: [...now.manuscript.blocks, ...things] }, sources);
        expect(JSON.stringify(set)).not.toMatch(/undefined|NaN|\[object/);
        for (const { id } of now.items) sources.draw(id, 120);
      }),
      { numRuns: runs(60) },
    );
  });
});
