import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { TableReader } from '../../src/ui/state/parse.ts';
import { packCells } from '../../src/workers/packed-cells.ts';

/** A worker that is told what to answer. */
class Puppet {
  static last: Puppet;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  ended = false;
  readonly asked: unknown[] = [];
  handedOver: unknown[] = [];
  constructor() {
    Puppet.last = this;
  }
  postMessage(message: unknown, handedOver: unknown[]) {
    this.asked.push(message);
    this.handedOver = handedOver;
  }
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
      error: expect.stringMatching(/made no progress for 10 seconds/),
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

  const nothing = () => {};
  const read2 = { kind: 'read', received: { table: { title: 'A', columns: [{ key: 'a' }, { key: 'b' }] } } };
  /** What a worker says of a table of two columns, each with its cells, one with what was received of them. */
  function sayTable(worker: Puppet) {
    worker.say({ kind: 'cells', cells: packCells([1, null]), received: packCells(['1.0', null]) });
    worker.say({ kind: 'cells', cells: packCells(['x', 'y']), received: null });
    worker.say(read2);
  }

  it('tells how far it is, and puts the cells that come one by one into their columns', async () => {
    const shares: number[] = [];
    const bytes = new Uint8Array([97]);
    const outcome = new TableReader().read(
      { kind: 'file', name: 'a.csv', bytes },
      { header: false } as never,
      (share) => shares.push(share),
    );
    expect(Puppet.last.asked).toEqual([
      { request: { kind: 'file', name: 'a.csv', bytes }, reading: { header: false } },
    ]);
    expect(Puppet.last.handedOver).toEqual([bytes.buffer]);
    Puppet.last.say({ kind: 'progress', share: 0.5 });
    sayTable(Puppet.last);
    const columns = [
      { key: 'a', cells: [1, null], received: ['1.0', null] },
      { key: 'b', cells: ['x', 'y'] },
    ];
    expect(await outcome).toEqual({ kind: 'read', received: { table: { title: 'A', columns } } });
    expect(shares).toEqual([0.5]);
  });

  it('is done by the same worker when a table is read anew, and by another one for another table', async () => {
    const reader = new TableReader();
    const text = (title: string) => ({ kind: 'text', text: title, title }) as const;
    const first = reader.read(text('A'), {}, nothing);
    const worker = Puppet.last;
    sayTable(worker);
    await first;
    const again = reader.read({ kind: 'again' }, {}, nothing);
    expect(Puppet.last).toBe(worker);
    sayTable(worker);
    expect(await again).toEqual(await first);
    expect([worker.asked.length, worker.ended, worker.handedOver]).toEqual([2, false, []]);
    void reader.read(text('B'), {}, nothing);
    expect([Puppet.last === worker, worker.ended]).toEqual([false, true]);
  });

  it('is not given up because the one before it, which was left for it, said nothing any more', async () => {
    const reader = new TableReader();
    void reader.read({ kind: 'text', text: 'a', title: 'A' }, {}, nothing);
    vi.advanceTimersByTime(6000);
    const outcome = reader.read({ kind: 'text', text: 'b', title: 'B' }, {}, nothing);
    vi.advanceTimersByTime(6000);
    expect(Puppet.last.ended).toBe(false);
    sayTable(Puppet.last);
    expect(await outcome).toMatchObject({ kind: 'read' });
    reader.stop();
    expect(Puppet.last.ended).toBe(true);
    expect(vi.getTimerCount()).toBe(0);
  });

  it.each([
    ['out of memory', 'out of memory'],
    ['', 'The table could not be read.'],
  ])('ends with a sentence where its worker breaks (%j)', async (message, said) => {
    const outcome = read();
    Puppet.last.onerror?.({ message });
    await expect(outcome).rejects.toThrow(said);
    expect(Puppet.last.ended).toBe(true);
    expect(vi.getTimerCount()).toBe(0);
  });
});
