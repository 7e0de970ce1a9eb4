import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { TableReader } from '../../src/ui/state/parse.ts';

/** A worker that is told what to answer. */
class Puppet {
  static last: Puppet;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  ended = false;
  constructor() {
    Puppet.last = this;
  }
  postMessage() {}
  terminate() {
    this.ended = true;
  }
  say(data: unknown) {
    this.onmessage?.({ data });
  }
}

describe('reading in the page’s worker', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('Worker', Puppet);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });
  const read = () => new TableReader().read({ kind: 'text', text: 'a', title: 'A' }, {}, () => {});

  it('is given up when nothing is heard of it for ten seconds', async () => {
    const outcome = read();
    vi.advanceTimersByTime(10_001);
    expect(await outcome).toMatchObject({
      kind: 'refused',
      error: expect.stringMatching(/did not get on for 10 seconds/),
    });
    expect(Puppet.last.ended).toBe(true);
  });
  it('goes on as long as it says how far it is, and ends with what it found', async () => {
    const outcome = read();
    for (let step = 1; step < 9; step++) {
      vi.advanceTimersByTime(8000);
      Puppet.last.say({ kind: 'progress', share: step / 10 });
    }
    Puppet.last.say({ kind: 'refused', error: 'There is nothing.' });
    expect(await outcome).toEqual({ kind: 'refused', error: 'There is nothing.' });
    vi.advanceTimersByTime(60_000);
    expect(Puppet.last.ended).toBe(false);
  });
});
