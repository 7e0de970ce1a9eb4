/**
 * Browsers without a browser: windows that run the page's own store against a
 * server that answers, loses and forgets as a test wants it. What a window does,
 * also later, is known to be its own by the context in which it was begun; a
 * window that crashed does nothing any more.
 */
import { AsyncLocalStorage } from 'node:async_hooks';
import { vi } from 'vitest';
import type { Call, Change } from '../../src/core/change/change.ts';
import type { CallsRequest } from '../../src/core/change/wire.ts';
import { Log, sent } from '../log.ts';

const REPORT = 'r1';

const NEVER = new Promise<never>(() => undefined);

/** A storage of a browser, such as that of a session. */
class Kept {
  readonly #values = new Map<string, string>();
  getItem = (key: string) => this.#values.get(key) ?? null;
  setItem(key: string, value: string) {
    this.#values.set(key, value);
    // Its keys are its own properties, as in a browser.
    Object.defineProperty(this, key, { enumerable: true, configurable: true, value });
  }
  removeItem(key: string) {
    this.#values.delete(key);
    Reflect.deleteProperty(this, key);
  }
}

interface Lock {
  holder: FakeWindow;
  waiting: { window: FakeWindow; begin: () => void }[];
}

/** What is kept by a browser over its windows. */
export class Browser {
  readonly local = new Kept();
  /** values of the browser's database, as structured clones */
  readonly values = new Map<string, unknown>();
  readonly locks = new Map<string, Lock>();
  readonly channels = new Set<Channel>();
  /** so many things more are done in its database; what is begun after those never comes to an end */
  databaseDoes = Number.POSITIVE_INFINITY;
}

/** What a request meets on its way. */
export type Fate = 'done' | 'lost before' | 'lost after' | 'broken';

interface Request {
  window: FakeWindow;
  meet(fate: Fate): void;
}

/** The server of one report. Requests wait until the test says what they meet, unless it answers at once. */
export class Server {
  // Typed cells are put together early, so that windows meet that, too.
  readonly log = new Log(undefined, 4);
  readonly waiting: Request[] = [];
  readonly sources = new Set<Source>();
  isPrompt = true;
  /** why the server will not do a call that the page can do, such as one whose cells did not arrive whole */
  wouldNot: (call: Call) => string | null = () => null;
  /** what in a call has the whole request answered with 400, such as an argument that no server can read */
  cannotRead: (call: Call) => string | null = () => null;
  /** how many calls came in each request */
  readonly batches: number[] = [];
  /** a window whose reading is answered at once while it opens */
  readsAtOnce: FakeWindow | null = null;

  /** Tells all who listen of changes since what each has heard. */
  tell(): void {
    for (const source of this.sources) source.hear(this.log.changes);
  }

  /** A colleague changes the report from elsewhere. */
  colleague(name: string, args: unknown): void {
    this.log.take('a colleague', this.log.changes.length, [{ id: crypto.randomUUID(), name, args }]);
    this.tell();
  }

  answer(window: FakeWindow, path: string, init: RequestInit = {}): Promise<Response> {
    if (window.isGone) return NEVER;
    return new Promise((done, failed) => {
      const meet = (fate: Fate) => {
        this.waiting.splice(this.waiting.indexOf(request), 1);
        if (fate === 'lost before') return failed(new TypeError('Failed to fetch'));
        if (fate === 'broken') return done(new Response('{"error":"Not just now."}', { status: 503 }));
        const unread = this.#unread(path, init);
        if (unread !== null) return done(new Response(JSON.stringify({ error: unread }), { status: 400 }));
        const body = this.#do(path, init);
        if (fate === 'lost after') return failed(new TypeError('Failed to fetch'));
        if (!window.isGone) done(new Response(JSON.stringify(body), { status: 200 }));
      };
      const request = { window, meet };
      this.waiting.push(request);
      if (this.isPrompt || (this.readsAtOnce === window && init.method === undefined)) meet('done');
    });
  }

  #unread(path: string, init: RequestInit): string | null {
    if (!path.endsWith('/commands')) return null;
    const { commands } = JSON.parse(String(init.body)) as CallsRequest;
    return commands.map((call) => this.cannotRead(call)).find((error) => error !== null) ?? null;
  }

  #do(path: string, init: RequestInit): unknown {
    const { log } = this;
    const url = new URL(path, 'http://rizo');
    if (url.pathname.endsWith('/commands')) {
      const { base, commands, by } = JSON.parse(String(init.body)) as CallsRequest;
      this.batches.push(commands.length);
      const not = commands.flatMap((call) => {
        const error = this.wouldNot(call);
        return error === null ? [] : [{ id: call.id, error }];
      });
      const able = commands.filter(({ id }) => !not.some((one) => one.id === id));
      const taken = log.take(by ?? 'anonymous', base, able);
      this.tell();
      return { ...taken, refused: [...taken.refused, ...not] };
    }
    const revision = log.changes.length;
    if (url.pathname.endsWith('/changes'))
      return { revision, changes: log.changes.slice(Number(url.searchParams.get('since'))) };
    const by = url.searchParams.get('by');
    return sent({
      id: REPORT,
      kind: 'report',
      revision,
      report: log.record,
      own: log.changes.filter((one) => one.by === by),
      house: null,
    });
  }
}

/** Live changes, as a window hears them. */
class Source {
  onmessage: ((event: { data: string }) => void) | null = null;
  onopen: (() => void) | null = null;
  readonly #window = here();
  #heard: number;

  constructor(path: string) {
    this.#heard = Number(new URL(path, 'http://rizo').searchParams.get('since'));
    this.#window.server.sources.add(this);
    queueMicrotask(() => this.open());
  }
  /** Is connected, at first or again. */
  open(): void {
    if (!this.#window.isGone) inside.run(this.#window, () => this.onopen?.());
  }
  readonly #heardOfHouse: (() => void)[] = [];
  addEventListener(type: string, heard: () => void) {
    if (type === 'house') this.#heardOfHouse.push(heard);
  }
  /** Hears that the style which the report has in common with others was changed. */
  hearOfHouse(): void {
    for (const heard of this.#heardOfHouse) inside.run(this.#window, heard);
  }
  hear(changes: readonly Change[]): void {
    const fresh = changes.slice(this.#heard);
    this.#heard = changes.length;
    if (this.#window.isGone || fresh.length === 0) return;
    inside.run(this.#window, () => this.onmessage?.({ data: JSON.stringify(fresh) }));
  }
  close(): void {
    this.#window.server.sources.delete(this);
  }
}

/** What the windows of a browser tell each other. */
class Channel {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  readonly #window = here();
  constructor() {
    this.#window.browser.channels.add(this);
  }
  postMessage(data: unknown): void {
    for (const other of this.#window.browser.channels)
      if (other !== this && !other.#window.isGone)
        inside.run(other.#window, () => other.onmessage?.({ data: structuredClone(data) }));
  }
  close(): void {
    this.#window.browser.channels.delete(this);
  }
}

const inside = new AsyncLocalStorage<FakeWindow>();

/** The window that does what is done just now. */
function here(): FakeWindow {
  const window = inside.getStore();
  if (!window) throw new Error('This is done by no window.');
  return window;
}

/** Locks that windows hold for as long as they live. */
const locks = {
  async request(name: string, given: unknown, act?: (lock: object | null) => Promise<unknown>): Promise<unknown> {
    const window = here();
    const options = (act ? given : {}) as { ifAvailable?: boolean; signal?: AbortSignal };
    const work = (act ?? given) as (lock: object | null) => Promise<unknown>;
    const held = window.browser.locks.get(name);
    if (held) {
      if (options.ifAvailable) return work(null);
      await new Promise<void>((begin, fail) => {
        const one = { window, begin };
        held.waiting.push(one);
        options.signal?.addEventListener('abort', () => {
          const { waiting } = window.browser.locks.get(name) ?? held;
          if (waiting.includes(one)) waiting.splice(waiting.indexOf(one), 1);
          fail(new DOMException('It is not wanted any more.', 'AbortError'));
        });
      });
    }
    window.browser.locks.set(name, { holder: window, waiting: held?.waiting ?? [] });
    const result = await work({ name });
    letGo(window.browser, name);
    return result;
  },
};

/** Gives a lock to the next window that waits for it and lives. */
function letGo(browser: Browser, name: string): void {
  const { waiting = [] } = browser.locks.get(name) ?? {};
  browser.locks.delete(name);
  const next = waiting.find(({ window }) => !window.isGone);
  if (!next) return;
  browser.locks.set(name, { holder: next.window, waiting: waiting.filter((one) => one !== next) });
  next.begin();
}

/** A browser's database as idb-keyval has it: nothing that a window which is gone began is ever done. */
const database = () => {
  const { browser } = here();
  const done = <T>(work: () => T): Promise<T> =>
    here().isGone || browser.databaseDoes-- <= 0 ? NEVER : Promise.resolve().then(work);
  return { values: browser.values, done };
};
export const keyval = {
  set: (key: string, value: unknown) => {
    const { values, done } = database();
    const copy = structuredClone(value);
    return done(() => void values.set(key, copy));
  },
  getMany: (keys: string[]) => {
    const { values, done } = database();
    return done(() => keys.map((key) => structuredClone(values.get(key))));
  },
  delMany: (keys: string[]) => {
    const { values, done } = database();
    return done(() => {
      for (const key of keys) values.delete(key);
    });
  },
  keys: () => {
    const { values, done } = database();
    return done(() => [...values.keys()]);
  },
  entries: () => {
    const { values, done } = database();
    return done(() => [...values].map((entry) => structuredClone(entry)));
  },
};

/** The parts of the page that hold people's work, as one window has them. */
type Modules = typeof import('../../src/ui/state/store.ts') &
  Pick<typeof import('../../src/ui/state/opening.ts'), 'openStored'> &
  Pick<typeof import('../../src/ui/state/live.ts'), 'follow'> &
  Pick<typeof import('../../src/ui/state/pause.ts'), 'Pause' | 'useUntaken'> &
  Pick<typeof import('../../src/ui/state/typing.ts'), 'takeLast' | 'whileTyping'> &
  Pick<typeof import('../../src/ui/state/cells.ts'), 'cellsOf'> &
  Pick<typeof import('../../src/ui/state/outbox.ts'), 'keepOutbox'>;

export class FakeWindow {
  isGone = false;
  /** it was left, so what it had meant to do later is not done */
  isHidden = false;
  readonly session = new Kept();
  readonly listeners: { type: string; heard: () => void; isFirst: boolean }[] = [];
  page!: Modules;
  /** how often it heard that the style of its report was changed */
  housesHeard = 0;
  readonly browser: Browser;
  readonly server: Server;

  constructor(browser: Browser, server: Server) {
    this.browser = browser;
    this.server = server;
  }

  /** Does something as this window. */
  do<T>(work: (page: Modules) => T): T {
    return inside.run(this, () => work(this.page));
  }

  /** Ends at once, with nothing done any more. */
  crash(): void {
    this.isGone = true;
    for (const [name, { holder }] of this.browser.locks) if (holder === this) letGo(this.browser, name);
  }

  /** Hears that it is being left; those that hear of it first do, the others in either order. */
  hide(isReversed = false): void {
    const others = this.listeners.filter(({ isFirst }) => !isFirst);
    const order = [...this.listeners.filter(({ isFirst }) => isFirst), ...(isReversed ? others.reverse() : others)];
    for (const { type, heard } of order) if (type === 'pagehide') this.do(heard);
    this.isHidden = true;
  }

  /** Is seen again, as a page that a browser kept while another was looked at. */
  show(): void {
    this.isHidden = false;
    for (const { type, heard } of this.listeners) if (type === 'pageshow') this.do(heard);
  }

  /** Is left: it hears of that, and nothing that it begins then is ever done but what is done at once. */
  leave(isReversed = false): void {
    this.hide(isReversed);
    this.crash();
  }
}

/** Binds what is done later to the window that begins it: done as that window, and not at all once it is gone. */
export const later = (work: () => void): (() => void) => {
  const window = inside.getStore();
  return window ? () => inside.run(window, () => !window.isGone && !window.isHidden && work()) : work;
};

/** What is global in a page, for whichever window does something. */
export function installGlobals(): void {
  const property = (name: string, get: () => unknown) =>
    Object.defineProperty(globalThis, name, { configurable: true, get });
  property('localStorage', () => here().browser.local);
  property('sessionStorage', () => here().session);
  property('window', () => globalThis);
  property('navigator', () => ({ locks }));
  property('EventSource', () => Source);
  property('BroadcastChannel', () => Channel);
  property('addEventListener', () => (type: string, heard: () => void, options?: { capture?: boolean }) => {
    inside.getStore()?.listeners.push({ type, heard, isFirst: options?.capture === true });
  });
  property('removeEventListener', () => (type: string, heard: () => void) => {
    const listeners = inside.getStore()?.listeners ?? [];
    const at = listeners.findIndex((one) => one.type === type && one.heard === heard);
    if (at >= 0) listeners.splice(at, 1);
  });
  property('fetch', () => (path: string, init?: RequestInit) => here().server.answer(here(), path, init));
}

/**
 * Opens the report in a new window of a browser; it follows what others do.
 * With `isRead`, the report is read at once though other requests wait; a
 * window that is a duplicate of another one has the session of that.
 */
export async function openWindow(
  browser: Browser,
  server: Server,
  isRead = false,
  duplicateOf?: FakeWindow,
): Promise<FakeWindow> {
  const window = new FakeWindow(browser, server);
  for (const [key, value] of Object.entries(duplicateOf?.session ?? {}))
    if (typeof value === 'string') window.session.setItem(key, value);
  server.readsAtOnce = isRead ? window : null;
  vi.resetModules();
  await inside.run(window, async () => {
    const [store, { openStored }, { follow }, pause, { takeLast, whileTyping }, outbox, cells] = await Promise.all([
      import('../../src/ui/state/store.ts'),
      import('../../src/ui/state/opening.ts'),
      import('../../src/ui/state/live.ts'),
      import('../../src/ui/state/pause.ts'),
      import('../../src/ui/state/typing.ts'),
      import('../../src/ui/state/outbox.ts'),
      import('../../src/ui/state/cells.ts'),
    ]);
    const { keepOutbox } = outbox;
    window.page = { ...store, openStored, follow, ...pause, takeLast, whileTyping, keepOutbox, cellsOf: cells.cellsOf };
    await openStored(REPORT);
    follow({
      id: REPORT,
      revision: () => store.current().window.revision,
      receive: store.receive,
      reached: store.reached,
      houseChanged: () => {
        window.housesHeard++;
      },
    });
  });
  return window;
}
