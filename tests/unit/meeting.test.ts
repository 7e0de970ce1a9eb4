/** Windows that change one report at once, with delays, offline spells, undo and redo: nothing is ever lost. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { UNDO } from '../../src/core/change/change.ts';
import { fieldAt, meets } from '../../src/core/named/fields.ts';
import { isSame } from '../../src/core/named/same.ts';
import { reportOf } from '../../src/core/report/record.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import { Log } from '../log.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from './any-command.ts';
import { Client, settle } from './client.ts';
import { rich } from './rich-report.ts';

const START = rich;
const action = fc.record({
  who: fc.nat({ max: 2 }),
  what: fc.oneof(
    { weight: 6, arbitrary: fc.constant('command' as const) },
    { weight: 2, arbitrary: fc.constant('undo' as const) },
    { weight: 1, arbitrary: fc.constant('redo' as const) },
    { weight: 3, arbitrary: fc.constant('send' as const) },
    { weight: 1, arbitrary: fc.constant('lost' as const) },
    { weight: 2, arbitrary: fc.constant('hear' as const) },
  ),
  command: fc.nat({ max: ALL_COMMANDS.length - 1 }),
  seed: fc.nat(),
});
type Action = typeof action extends fc.Arbitrary<infer T> ? T : never;

function act(client: Client, { what, command, seed }: Action): void {
  const dice = new Dice(seed);
  if (what === 'undo') client.step('past');
  else if (what === 'redo') client.step('future');
  else if (what === 'send') client.send(false);
  else if (what === 'lost') client.send(true);
  else if (what === 'hear') client.hear(1 + dice.below(4));
  else {
    const name = ALL_COMMANDS[command] as (typeof ALL_COMMANDS)[number];
    const args = anyArgs(name, reportOf(client.shown), dice);
    if (args === null) return;
    client.run(name, args);
  }
}

function checkOutcome(log: Log, clients: readonly Client[]): void {
  for (const client of clients) {
    expect(client.window.pending).toEqual([]);
    expect(client.window.revision).toBe(log.changes.length);
    if (!isSame(client.shown, log.record)) expect(client.shown).toEqual(log.record);
    // Each call is in the log or is named as refused.
    const logged = log.changes.filter(({ by }) => by === client.name).length;
    expect(logged + client.refused.length).toBe(client.made);
    for (const { why } of client.refused) expect(why).toMatch(/\S/);
  }
  expect(readDocument(log.record)).toEqual(log.record);
  const byId = new Map(log.changes.map((change) => [change.id, change]));
  for (const [index, change] of log.changes.entries()) {
    const later = log.changes.slice(index + 1);
    for (const { path, to } of change.fields)
      if (!isSame(fieldAt(log.record, path), to))
        expect(later.some(({ fields }) => fields.some((field) => meets(field.path, path)))).toBe(true);
    if (change.name !== UNDO) continue;
    const { changes } = change.args as { changes: string[] };
    const had = changes.flatMap((id) => byId.get(id)?.fields ?? []);
    for (const { path } of change.fields) expect(had.some((field) => meets(field.path, path))).toBe(true);
  }
}

describe('windows that change one report at once', () => {
  it('end with the same report, and lose nothing', { timeout: 400_000 }, () => {
    fc.assert(
      fc.property(fc.array(action, { minLength: 4, maxLength: 40 }), fc.constantFrom(2, 3), (actions, count) => {
        const log = new Log(START);
        const clients = Array.from({ length: count }, (_, index) => new Client(`window ${index}`, log));
        for (const one of actions) act(clients[one.who % count] as Client, one);
        settle(clients, log);
        checkOutcome(log, clients);
      }),
      { numRuns: runs(120) },
    );
  });

  it.each(ALL_COMMANDS)('with %s among their commands', (name) => {
    const done = Array.from({ length: 4000 }, (_, seed) => seed).some((seed) => {
      // Some are for a report that has its style in common with others.
      const start = seed % 2 === 0 ? START : { ...START, style: { kind: 'house', id: 'house' } };
      const args = anyArgs(name, reportOf(start), new Dice(seed));
      const window = new Client('one', new Log(start));
      return args !== null && window.run(name, args) === 'done';
    });
    expect(done).toBe(true);
  });
});
