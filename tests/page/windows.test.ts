/** Windows of two browsers, over random orders of answers, losses and crashes: nothing is lost, nothing is done twice. */
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { isSame } from '../../src/core/named/same.ts';
import { reportOf } from '../../src/core/report/record.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from '../unit/any-command.ts';
import { Browser, type FakeWindow, type Fate, keyval, openWindow, Server } from './browsers.ts';
import { inOwnTime, RETRY_MS, rest, settle } from './setting.ts';

vi.mock('idb-keyval', () => keyval);
// Typefaces are no part of what is tried here.
vi.mock('../../src/ui/letters/wanted.ts', () => ({ wantStyle: async () => undefined }));

inOwnTime();

const FATES: readonly Fate[] = ['done', 'done', 'done', 'lost before', 'lost after', 'broken'];
const action = fc.record({
  who: fc.nat({ max: 2 }),
  what: fc.oneof(
    { weight: 8, arbitrary: fc.constant('command' as const) },
    { weight: 2, arbitrary: fc.constant('undo' as const) },
    { weight: 1, arbitrary: fc.constant('redo' as const) },
    { weight: 8, arbitrary: fc.constant('answer' as const) },
    { weight: 3, arbitrary: fc.constant('time' as const) },
    { weight: 2, arbitrary: fc.constant('colleague' as const) },
    { weight: 1, arbitrary: fc.constant('crash' as const) },
    { weight: 1, arbitrary: fc.constant('leave' as const) },
  ),
  command: fc.nat({ max: ALL_COMMANDS.length - 1 }),
  seed: fc.nat(),
});
type Action = typeof action extends fc.Arbitrary<infer T> ? T : never;

/** Two windows of one browser and one of another, and what each of them made. */
class Scene {
  readonly server = new Server();
  readonly windows: FakeWindow[] = [];
  /** ids of calls by the window that made them, in order */
  readonly made = new Map<FakeWindow, string[]>();
  readonly #browsers = [new Browser(), new Browser()];

  async open(place: number): Promise<void> {
    const browser = this.#browsers[place === 2 ? 1 : 0] as Browser;
    const window = await openWindow(browser, this.server, true);
    this.windows[place] = window;
    this.made.set(window, []);
  }

  async act({ who, what, command, seed }: Action): Promise<void> {
    const window = this.windows[who] as FakeWindow;
    const dice = new Dice(seed);
    const name = ALL_COMMANDS[command] as (typeof ALL_COMMANDS)[number];
    const { waiting } = this.server;
    if (what === 'command') {
      const args = anyArgs(name, window.page.current().report, dice);
      if (args !== null) this.#noting(window, () => window.do((page) => void page.run(name, args as never)));
    } else if (what === 'undo' || what === 'redo') this.#noting(window, () => window.do((page) => page[what]()));
    else if (what === 'answer') waiting[dice.below(waiting.length)]?.meet(dice.of(FATES));
    else if (what === 'time') await rest(dice.below(RETRY_MS));
    else if (what === 'colleague') {
      const args = anyArgs(name, reportOf(this.server.log.record), dice);
      if (args !== null) this.server.colleague(name, args);
    } else {
      // What a window had begun to keep before it crashed was kept; one that is left had no time for that.
      if (what === 'crash') await rest();
      window[what]();
      const lost = waiting.filter((request) => request.window === window);
      for (const request of lost) request.meet(dice.of(['lost before', 'lost after']));
      await this.open(who);
      return;
    }
    // Sometimes the next thing is done before what follows from this one.
    if (dice.below(4) > 0) await rest();
  }

  #noting(window: FakeWindow, work: () => void): void {
    const before = new Set(window.page.current().window.pending.map(({ call }) => call.id));
    work();
    for (const { call } of window.page.current().window.pending)
      if (!before.has(call.id)) this.made.get(window)?.push(call.id);
  }

  check(): void {
    const { log } = this.server;
    const logged = log.changes.map(({ id }) => id);
    expect(new Set(logged).size).toBe(logged.length);
    const refused = new Set(this.windows.flatMap(({ page }) => page.current().refused.map(({ call }) => call.id)));
    for (const { page } of this.windows) {
      const { window, save } = page.current();
      expect([window.pending.length, save.kind, window.revision]).toEqual([0, 'saved', logged.length]);
      if (!isSame(window.stored, log.record)) expect(window.stored).toEqual(log.record);
    }
    for (const ids of this.made.values()) {
      for (const id of ids) expect([id, logged.includes(id) || refused.has(id)]).toEqual([id, true]);
      const done = ids.filter((id) => logged.includes(id));
      expect(logged.filter((id) => done.includes(id))).toEqual(done);
    }
  }
}

describe('windows of two browsers', () => {
  it('lose nothing and do nothing twice, whatever comes of requests and windows', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(action, { minLength: 5, maxLength: 40 }), async (actions) => {
        const scene = new Scene();
        for (const place of [0, 1, 2]) await scene.open(place);
        scene.server.isPrompt = false;
        for (const one of actions) await scene.act(one);
        await settle(scene.server, scene.windows);
        scene.check();
      }),
      { numRuns: runs(25) },
    );
  });
});
