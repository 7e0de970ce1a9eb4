/** Commands that are told the same thing twice: they do it once, or refuse; nothing is there twice, and nothing breaks. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { Report } from '../../src/core/report/report.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from './any-command.ts';

const { report } = demoReport();

/** Arguments with an entry of one of their lists twice, at any depth; null where they have no list with entries. */
function doubled(args: unknown, dice: Dice): unknown {
  const lists: unknown[][] = [];
  const copy = structuredClone(args);
  const walk = (at: unknown) => {
    if (Array.isArray(at) && at.length > 0) lists.push(at);
    if (at && typeof at === 'object') Object.values(at).forEach(walk);
  };
  walk(copy);
  if (lists.length === 0) return null;
  const list = dice.of(lists);
  list.push(structuredClone(dice.of(list)));
  return copy;
}

/** What came of a command: the report, or the sentence that refuses it; anything else is thrown. */
function outcome(name: (typeof ALL_COMMANDS)[number], args: unknown): Report | string {
  try {
    return runCommand(report, name, args).report;
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
}

describe('a command with one of its entries twice', () => {
  it.each(ALL_COMMANDS.map((name) => [name]))('is done or refused: %s', (name) => {
    for (let seed = 1; seed <= runs(12); seed++) {
      const dice = new Dice(seed);
      const args = doubled(anyArgs(name, report, dice), dice);
      if (args === null) continue;
      const made = outcome(name, args);
      if (typeof made === 'string') continue;
      // It can be stored, and is read back as it is.
      expect(reportOf(recordOf(Report.parse(made))), JSON.stringify(args)).toEqual(made);
    }
  });
});
