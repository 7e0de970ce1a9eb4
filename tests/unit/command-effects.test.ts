/** What a command changes and what it leaves, for arguments of all kinds: only what it names, and the order of all else. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { type CommandName, runCommand } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf } from '../../src/core/report/record.ts';
import { figureIn, type Report, storedTableIn } from '../../src/core/report/report.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from './any-command.ts';

const { report: demo } = demoReport();
const sparkOf = (report: Report, id: string) => {
  const found = report.items.find((item) => item.id === id);
  return found?.type === 'spark' ? found : undefined;
};

/** A list of the report: what is in it by name, and how things are put into another order there. */
interface Listed {
  names(report: Report): string[];
  move(names: readonly string[], place: string | null): [CommandName, unknown];
  /** whether things are put behind the place that is given, and at the head for none */
  isBehind?: boolean;
  isOne: boolean;
}
const LISTS: Record<string, Listed> = {
  things: {
    names: ({ items }) => items.map(({ id }) => id),
    move: ([item], before) => ['item.move', { item, before }],
    isOne: true,
  },
  lines: {
    names: (report) => figureIn(report, 'passengers')?.lines.map(({ id }) => id) ?? [],
    move: (lines, before) => ['figure.moveLines', { figure: 'passengers', lines, before }],
    isOne: false,
  },
  'columns of a table': {
    names: (report) => storedTableIn(report, 'sailings')?.columns.map(({ meta }) => meta.key) ?? [],
    move: ([column], before) => ['table.moveColumn', { table: 'sailings', column, before }],
    isOne: true,
  },
  'columns of a spark table': {
    names: (report) => sparkOf(report, 'glance')?.columns.map(({ id }) => id) ?? [],
    move: ([column], before) => ['spark.moveColumn', { spark: 'glance', column, before }],
    isOne: true,
  },
  'blocks of the text': {
    names: ({ manuscript }) => manuscript.blocks.map(({ id }) => id),
    move: (blocks, after) => ['manuscript.move', { blocks, after }],
    isBehind: true,
    isOne: false,
  },
};

describe.each(Object.entries(LISTS))('the order of %s', (_, { names, move, isBehind = false, isOne }) => {
  const all = names(demo);
  it('has what is moved where it was put, and all else as it was', () => {
    const some = fc.shuffledSubarray(all, { minLength: 1, maxLength: isOne ? 1 : Math.min(4, all.length) });
    fc.assert(
      fc.property(some, fc.option(fc.constantFrom(...all)), (moved, place) => {
        const [name, args] = move(moved, place);
        const after = names(runCommand(demo, name, args).report);
        if (place !== null && moved.includes(place)) {
          // Beside itself it stays where it is, with what it is moved with.
          expect([...after].sort()).toEqual([...all].sort());
          if (isOne) expect(after).toEqual(all);
          return;
        }
        const rest = all.filter((one) => !moved.includes(one));
        const at = place === null ? (isBehind ? 0 : rest.length) : rest.indexOf(place) + (isBehind ? 1 : 0);
        expect([...after.slice(0, at), ...after.slice(at + moved.length)]).toEqual(rest);
        expect([...after.slice(at, at + moved.length)].sort()).toEqual([...moved].sort());
      }),
      { numRuns: runs(80) },
    );
  });
});

describe('copies', () => {
  it('stand behind what they are of, and are the same but for their names', () => {
    for (const { id } of demo.items) {
      const { report } = runCommand(demo, 'item.duplicate', { item: id, id: 'the-copy' });
      const at = report.items.findIndex((item) => item.id === id);
      expect(report.items.filter((item) => item.id !== 'the-copy')).toEqual(demo.items);
      const [original, copy] = [report.items[at], report.items[at + 1]];
      expect(copy).toEqual({ ...original, id: 'the-copy', name: `${original?.name}, copy` });
    }
    const copies = ['line-2', 'line-4'].map((of) => ({ of, id: `${of}-again` }));
    const { report } = runCommand(demo, 'figure.duplicateLines', { figure: 'passengers', copies });
    const [before, after] = [demo, report].map((one) => figureIn(one, 'passengers')?.lines ?? []);
    expect(after?.map(({ id }) => id)).toEqual([
      'line-1',
      'line-2',
      'line-2-again',
      'line-3',
      'line-4',
      'line-4-again',
    ]);
    expect(after?.filter(({ id }) => !id.endsWith('again'))).toEqual(before);
    expect({ ...after?.[2], id: 'line-2' }).toEqual(before?.[1]);
  });
});

/** All texts in a value. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}

/** Commands that change more than the thing they name: the table whose columns they add, or all that follows a style. */
const FURTHER: Partial<Record<CommandName, true>> = {
  'figure.addCalculatedLine': true,
  'figure.sumUp': true,
  'figure.setCalculatedBand': true,
  'style.bringBack': true,
};

describe('any command', () => {
  const record = recordOf(demo);
  it('changes nothing of things that it does not name, nor of lines beside those that it names', () => {
    let done = 0;
    fc.assert(
      fc.property(fc.constantFrom(...ALL_COMMANDS), fc.nat(), (name, seed) => {
        const args = anyArgs(name, demo, new Dice(seed));
        if (args === null) return;
        let fields: readonly { path: readonly string[] }[];
        try {
          ({ fields } = runCall(record, { name, args }, () => undefined));
        } catch (error) {
          if (error instanceof Refusal) return;
          throw error;
        }
        done++;
        const named = new Set(textsIn(args));
        const { lines } = args as { lines?: unknown };
        const areLines = Array.isArray(lines) && lines.every((one) => typeof one === 'string');
        for (const { path } of fields) {
          const [part, id = '', list, line = ''] = path;
          if (part !== 'items') continue;
          // Of two that change places either may be told to move.
          if (list === 'place' && name === 'item.move') continue;
          if (!FURTHER[name]) expect([name, named.has(id), path]).toEqual([name, true, path]);
          // An area that reached to a line that is gone is none any more; lines change places as things do.
          if (areLines && list === 'lines' && !['fill', 'place'].includes(path.at(-1) ?? ''))
            expect([name, named.has(line), path]).toEqual([name, true, path]);
        }
      }),
      { numRuns: runs(800) },
    );
    expect(done).toBeGreaterThan(150);
  });
});
