/** What stays while words are typed: it says and measures what it would anew. */
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import type { Block } from '../../src/core/document/manuscript.ts';
import type { Prose } from '../../src/core/document/prose.ts';
import { sayerOf, saysSame } from '../../src/core/document/set.ts';
import { Refusal } from '../../src/core/refusal.ts';
import type { Report } from '../../src/core/report/report.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from './any-command.ts';
import { report as demo, sources } from './demo-sources.ts';

/** All words of a block, its caption among them. */
const proseOf = (block: Block): Prose => [
  ...('words' in block ? block.words : []),
  ...('caption' in block && block.caption ? block.caption : []),
];

describe('what is kept while words are typed', () => {
  const whole = sources();

  it('says of every run what it would say anew, wherever it is taken to say the same', () => {
    let kept = 0;
    for (let seed = 1; seed <= runs(150); seed++) {
      const dice = new Dice(seed);
      const name = dice.of(ALL_COMMANDS.filter((one) => one.startsWith('manuscript.')));
      const args = anyArgs(name, demo, dice);
      if (args === null) continue;
      let after: Report;
      try {
        after = runCommand(demo, name, args).report;
      } catch (error) {
        if (error instanceof Refusal) continue;
        throw error;
      }
      const [before, now] = [demo.manuscript, after.manuscript];
      if (!saysSame(before, now)) continue;
      kept++;
      const [old, anew] = [sayerOf(before, whole), sayerOf(now, whole)];
      for (const block of now.blocks) {
        expect(old.label(block.id)).toBe(anew.label(block.id));
        for (const run of proseOf(block)) {
          expect(old.run(run, 10), `${name} ${JSON.stringify(args)}`).toEqual(anew.run(run, 10));
        }
      }
      for (const { id } of demo.items) expect(old.label(id)).toBe(anew.label(id));
    }
    expect(kept).toBeGreaterThan(runs(150) / 8);
  });

  it('has room for each thing as large as it is drawn, at any width', () => {
    const widths = [null, 30, 55, 84.5, 119, 160, 400];
    for (const { id, type } of demo.items)
      for (const width of widths) {
        const drawn = whole.draw(id, width)?.scene ?? null;
        const size = whole.size(id, width);
        expect(size === null, id).toBe(drawn === null || type === 'table');
        if (!drawn || !size) continue;
        expect(size.widthMm, `${id} ${width}`).toBeCloseTo(drawn.widthMm, 6);
        expect(size.heightMm, `${id} ${width}`).toBeCloseTo(drawn.heightMm, 6);
      }
  });
});
