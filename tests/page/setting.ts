/** What the tests of windows have in common: time that a test moves on, and a server that is answered for. */
import { setImmediate as macrotask } from 'node:timers/promises';
import { afterEach, beforeAll, beforeEach, vi } from 'vitest';
import { type Browser, type FakeWindow, installGlobals, later, type Server } from './browsers.ts';

/** Has each test of a file in a time of its own. */
export function inOwnTime(): void {
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
}

/** Lets all that was begun, and waits for nothing else, come to its end. */
export async function rest(ms = 0): Promise<void> {
  await vi.advanceTimersByTimeAsync(ms);
  for (let turn = 0; turn < 4; turn++) await macrotask();
}

export const RETRY_MS = 2500;

/** Lets the server answer everything until no window has anything to send. */
export async function settle(server: Server, windows: readonly FakeWindow[]): Promise<void> {
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

export const title = (window: FakeWindow) => window.page.current().report.title;
export const rename = (window: FakeWindow, to: string) =>
  window.do((page) => page.run('report.setWords', { title: to }));
export const kept = (browser: Browser) => [...browser.values.keys()].filter((key) => key.startsWith('outbox:'));
