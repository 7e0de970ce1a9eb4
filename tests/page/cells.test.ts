/** Blocks of cells in the page: what is known of them, and which of them a request has to bring. */
import { describe, expect, it } from 'vitest';
import { blocksNamed, cellsOf, rememberBlocks, rememberCells } from '../../src/ui/state/cells.ts';

const splice = (of: string, at: number, insert: number[]) => ({ of, splice: { at, remove: 1, insert } });

describe('blocks in the page', () => {
  it('are known as they came, as values, or as differences from those that are known', () => {
    rememberBlocks({
      plain: [1, 2],
      written: { cells: [3, 4], received: ['3.0', null] },
      made: splice('plain', 1, [5, 6]),
      unknown: splice('elsewhere', 0, [7]),
    });
    expect(['plain', 'written', 'made', 'unknown'].map(cellsOf)).toEqual([[1, 2], [3, 4], [1, 5, 6], undefined]);
    rememberCells('gone', null);
    rememberBlocks({ over: splice('gone', 0, [8]) });
    expect(['gone', 'over'].map(cellsOf)).toEqual([null, undefined]);
  });

  it('go with the calls that name them, and with what those are made of', () => {
    const blocks = { first: [1], second: splice('first', 0, [2]), third: splice('second', 0, [3]), other: [9] };
    const call = (args: unknown) => ({ id: 'c', name: 'table.setColumn', args });
    expect(Object.keys(blocksNamed([call({ block: 'third' })], blocks)).sort()).toEqual(['first', 'second', 'third']);
    expect(blocksNamed([call({ of: ['other'] }), call({})], blocks)).toEqual({ other: [9] });
    expect(blocksNamed([call({})], blocks)).toEqual({});
    expect(blocksNamed([], {})).toEqual({});
    expect(Object.keys(blocksNamed([call('second'), call('third')], { second: splice('gone', 0, []) }))).toEqual([
      'second',
    ]);
  });
});
