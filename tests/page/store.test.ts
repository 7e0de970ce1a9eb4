/** The page's store and outbox, over random orders of answers, losses, crashes and windows: nothing is lost, nothing is done twice. */
import { setImmediate as macrotask } from 'node:timers/promises';
import fc from 'fast-check';
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { UNDO } from '../../src/core/change/change.ts';
import { isSame } from '../../src/core/named/same.ts';
import { reportOf } from '../../src/core/report/record.ts';
import { isReceived, tablesOf } from '../../src/core/report/report.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from '../unit/any-command.ts';
import { Browser, type FakeWindow, type Fate, installGlobals, keyval, later, openWindow, Server } from './browsers.ts';

vi.mock('idb-keyval', () => keyval);
// Typefaces are no part of what is tried here.
vi.mock('../../src/ui/letters/wanted.ts', () => ({ wantStyle: async () => undefined }));

beforeAll(installGlobals);
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  // What a window does later is done as that window.
  const fake = globalThis.setTimeout;
  globalThis.setTimeout = ((work: () => void, ms?: number) => fake(later(work), ms)) as typeof fake;
});
afterEach(() => {
  vi.useRealTimers();
});

/** Lets all that was begun, and waits for nothing else, come to its end. */
async function rest(ms = 0): Promise<void> {
  await vi.advanceTimersByTimeAsync(ms);
  for (let turn = 0; turn < 4; turn++) await macrotask();
}

const RETRY_MS = 2500;

/** Lets the server answer everything until no window has anything to send. */
async function settle(server: Server, windows: readonly FakeWindow[]): Promise<void> {
  for (let turn = 0; turn < 20; turn++) {
    while (server.waiting.length > 0) {
      server.waiting[0]?.meet('done');
      await rest();
    }
    await rest(RETRY_MS);
    server.tell();
    await rest();
    if (server.waiting.length === 0 && windows.every(({ page }) => page.current().window.pending.length === 0)) return;
  }
}

const title = (window: FakeWindow) => window.page.current().report.title;
const rename = (window: FakeWindow, to: string) => window.do((page) => page.run('report.setWords', { title: to }));
const kept = (browser: Browser) => [...browser.values.keys()].filter((key) => key.startsWith('outbox:'));

describe('a window', () => {
  it('is never called saved while something is only here, and is when the server has it', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    server.isPrompt = false;
    expect(rename(window, 'One')).toBeNull();
    expect(window.page.current().save.kind).toBe('saving');
    await rest();
    expect(server.waiting).toHaveLength(1);
    expect(window.page.current().save.kind).toBe('saving');
    server.waiting[0]?.meet('done');
    await rest();
    expect(window.page.current().save.kind).toBe('saved');
    expect(server.log.changes.map(({ args }) => args)).toEqual([{ title: 'One' }]);
    expect(kept(window.browser)).toEqual([]);
  });

  it.each(['lost before', 'lost after', 'broken'] as const)(
    'tries again by itself where a request is %s, and has it done once',
    async (fate) => {
      const server = new Server();
      const window = await openWindow(new Browser(), server);
      server.isPrompt = false;
      rename(window, 'One');
      await rest();
      server.waiting[0]?.meet(fate);
      await rest();
      expect(window.page.current().save.kind).toBe('unreachable');
      expect(kept(window.browser)).toHaveLength(1);
      server.isPrompt = true;
      await rest(RETRY_MS);
      expect(window.page.current().save.kind).toBe('saved');
      expect(server.log.changes).toHaveLength(1);
      // What was saved can be taken back, also where its answer was lost.
      window.do((page) => page.undo());
      await rest(RETRY_MS);
      expect(server.log.record).toEqual(new Server().log.record);
    },
  );

  it('sends what is changed while an answer is awaited after it, in order', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    server.isPrompt = false;
    for (const to of ['One', 'Two', 'Three']) {
      rename(window, to);
      await rest();
    }
    expect(server.waiting).toHaveLength(1);
    await settle(server, [window]);
    expect(server.log.changes.map(({ args }) => (args as { title: string }).title)).toEqual(['One', 'Two', 'Three']);
    expect(title(window)).toBe('Three');
  });

  it('takes over what a window left that crashed, and leaves alone what belongs to one that lives', async () => {
    const server = new Server();
    const browser = new Browser();
    const [one, two] = [await openWindow(browser, server), await openWindow(browser, server)];
    server.isPrompt = false;
    rename(one, 'Of the first');
    two.do((page) => page.run('report.setWords', { edition: 'Of the second' }));
    await rest();
    one.crash();
    for (const request of [...server.waiting]) request.meet('lost before');
    server.isPrompt = true;
    const three = await openWindow(browser, server);
    expect(title(three)).toBe('Of the first');
    expect(three.page.current().notice?.text).toMatch(/have been brought back/);
    await rest(RETRY_MS);
    two.do((page) => void page.flush());
    await settle(server, [two, three]);
    expect(reportOf(server.log.record)).toMatchObject({ title: 'Of the first', edition: 'Of the second' });
    expect(server.log.changes).toHaveLength(2);
    expect(kept(browser)).toEqual([]);
  });

  it('keeps what it has when it is left in the moment of a change, before anything of it was begun', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    rename(one, 'A whole thought');
    one.leave();
    for (const request of [...server.waiting]) request.meet('lost before');
    server.isPrompt = true;
    const two = await openWindow(browser, server);
    expect(title(two)).toBe('A whole thought');
    await settle(server, [two]);
    expect(server.log.changes).toHaveLength(1);
    expect(Object.keys(browser.local).filter((key) => key.startsWith('parting:'))).toEqual([]);
  });

  it('keeps at leaving what the database had no time for, though it has done what came before', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    rename(one, 'First');
    vi.advanceTimersByTime(0);
    rename(one, 'Second');
    one.hide();
    // The first change is written by now, and the second never is.
    browser.databaseDoes = 1;
    await rest();
    one.crash();
    for (const request of [...server.waiting]) request.meet('lost before');
    browser.databaseDoes = Number.POSITIVE_INFINITY;
    const two = await openWindow(browser, server, true);
    expect(title(two)).toBe('Second');
    expect(two.page.current().window.pending).toHaveLength(2);
  });

  it('keeps at leaving the cells that a change names, beside what was kept of others before', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    const table = tablesOf(one.page.current().report).find(isReceived);
    const [, column] = table?.columns ?? [];
    const type = (block: string, from: string | undefined) =>
      one.do((page) => {
        const columns = [{ key: column?.meta.key ?? '', from, block }];
        const cells = Array.from({ length: table?.rows ?? 0 }, (_, row) => row);
        const args = { table: table?.id ?? '', rows: table?.rows ?? 0, columns };
        return page.run('table.setCells', args as never, { blocks: { [block]: cells } });
      });
    expect(type('first', column?.block)).toBeNull();
    await rest();
    browser.databaseDoes = 0;
    expect(type('second', 'first')).toBeNull();
    one.leave();
    for (const request of [...server.waiting]) request.meet('lost before');
    browser.databaseDoes = Number.POSITIVE_INFINITY;
    const two = await openWindow(browser, server, true);
    expect(two.page.current().window.pending).toHaveLength(2);
    expect(Object.keys(two.page.current().blocks).sort()).toEqual(['first', 'second']);
  });

  it('brings back once what was kept in two places, or was saved without being told', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    server.isPrompt = false;
    rename(one, 'Kept twice');
    one.hide();
    await rest();
    one.crash();
    for (const request of [...server.waiting]) request.meet('lost before');
    const two = await openWindow(browser, server, true);
    expect(two.page.current().window.pending).toHaveLength(1);
    await rest();
    server.waiting[0]?.meet('lost after');
    two.crash();
    const three = await openWindow(browser, server, true);
    expect(three.page.current().window.pending).toEqual([]);
    expect(three.page.current().history.past).toHaveLength(1);
    expect(title(three)).toBe('Kept twice');
  });

  it.each([false, true])('takes what is typed and not taken yet when it is left (%s)', async (isReversed) => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    one.do((page) => new page.Pause().begin(() => void page.run('report.setWords', { title: 'Half' })));
    expect(one.page.useUntaken.getState().count).toBe(1);
    // Nothing that is sent arrives.
    server.isPrompt = false;
    one.leave(isReversed);
    for (const request of [...server.waiting]) request.meet('lost before');
    server.isPrompt = true;
    expect(one.page.useUntaken.getState().count).toBe(0);
    const two = await openWindow(browser, server);
    expect(title(two)).toBe('Half');
  });

  it('names what the server will not do, keeps it over a reload, and has it done when it is tried again', async () => {
    const server = new Server();
    const browser = new Browser();
    const one = await openWindow(browser, server);
    const figure = one.page.current().report.items.find(({ type }) => type === 'figure')?.id ?? '';
    server.isPrompt = false;
    one.do((page) => page.run('figure.setFrame', { figure, height: 60 }));
    await rest();
    // Meanwhile a colleague takes the figure away.
    const away = crypto.randomUUID();
    server.log.take('a colleague', 0, [{ id: away, name: 'item.remove', args: { item: figure } }]);
    await settle(server, [one]);
    expect(one.page.current().refused).toHaveLength(1);
    expect(one.page.current().refused[0]?.why).toMatch(/\S/);
    one.crash();
    server.isPrompt = true;
    const two = await openWindow(browser, server);
    expect(two.page.current().refused).toHaveLength(1);
    server.log.take('a colleague', 1, [{ id: crypto.randomUUID(), name: UNDO, args: { changes: [away] } }]);
    server.tell();
    await rest();
    two.do((page) => page.tryAgain());
    await settle(server, [two]);
    expect(two.page.current().refused).toEqual([]);
    expect(reportOf(server.log.record).items.find(({ id }) => id === figure)).toMatchObject({ frame: { height: 60 } });
    expect(kept(browser)).toEqual([]);
  });

  it('lets go of a refusal where the server could do it after all', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    server.isPrompt = false;
    window.do((page) => page.run('item.setWords', { item: 'passengers', words: { source: 'Mine' } }));
    await rest();
    // Before it arrives a colleague takes the figure out, and puts it back.
    server.colleague('item.remove', { item: 'passengers' });
    await rest();
    expect(window.page.current().refused).toHaveLength(1);
    const [removal] = server.log.changes;
    server.colleague(UNDO, { changes: [removal?.id] });
    await settle(server, [window]);
    expect(server.log.changes.map(({ name }) => name)).toEqual(['item.remove', UNDO, 'item.setWords']);
    expect(window.page.current().refused).toEqual([]);
    expect(window.page.current().save.kind).toBe('saved');
    expect(isSame(window.page.current().report, reportOf(server.log.record))).toBe(true);
  });

  it('hears through another window of its browser, and listens itself when that one goes', async () => {
    const server = new Server();
    const browser = new Browser();
    const [one, two] = [await openWindow(browser, server), await openWindow(browser, server)];
    await rest();
    expect(server.sources.size).toBe(1);
    server.colleague('report.setWords', { title: 'Told to both' });
    await rest();
    expect([title(one), title(two)]).toEqual(['Told to both', 'Told to both']);
    one.crash();
    server.sources.clear();
    await rest();
    server.colleague('report.setWords', { title: 'Told to the second' });
    await rest();
    expect(server.sources.size).toBe(1);
    expect(title(two)).toBe('Told to the second');
  });

  it('says of a field what was set last elsewhere, also by another window of its browser', async () => {
    const server = new Server();
    const browser = new Browser();
    const [one, two] = [await openWindow(browser, server), await openWindow(browser, server)];
    const told = () => two.page.current().clashes.map(({ stands, other }) => [stands, other]);
    for (const turn of ['first', 'second']) {
      server.isPrompt = false;
      rename(two, `Mine, ${turn}`);
      await rest();
      server.log.take('the other window', server.log.changes.length, [
        { id: crypto.randomUUID(), name: 'report.setWords', args: { title: `Theirs, ${turn}` } },
      ]);
      server.tell();
      await rest();
      expect(told()).toEqual([['mine', `Theirs, ${turn}`]]);
      server.isPrompt = true;
      await settle(server, [one, two]);
      // The other window has its own again, and nothing stands of what was told.
      rename(one, `Theirs again, ${turn}`);
      await settle(server, [one, two]);
      expect([title(two), told()]).toEqual([`Theirs again, ${turn}`, []]);
    }
  });

  it('fetches what it missed where something between was not told', async () => {
    const server = new Server();
    const window = await openWindow(new Browser(), server);
    await rest();
    server.log.take('a colleague', 0, [{ id: 'a', name: 'report.setWords', args: { title: 'Not told' } }]);
    server.log.take('a colleague', 1, [{ id: 'b', name: 'report.setWords', args: { edition: 'Told' } }]);
    window.do((page) => page.receive(server.log.changes.slice(1)));
    await rest();
    expect(window.page.current().report).toMatchObject({ title: 'Not told', edition: 'Told' });
    expect(window.page.current().window.revision).toBe(2);
  });
});

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
  it('lose nothing and do nothing twice, whatever comes of requests and windows', { timeout: 400_000 }, async () => {
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
