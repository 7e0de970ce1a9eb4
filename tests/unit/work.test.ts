/** Who works when: no more at once than there are places, a fair share for each, and nothing is left waiting. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Gathered } from '../../src/server/work/gathered.ts';
import { Busy, Slots } from '../../src/server/work/slots.ts';

const soon = () => new Promise<void>((done) => setImmediate(done));
const LIMITS = { slots: 2, longSlots: 1, waiting: 1000, waitingOfOne: 1000 };

describe('slots', () => {
  it('are never more than there are, nor long ones, and each who asked has a turn', async () => {
    const asked = fc.array(fc.record({ owner: fc.constantFrom('a', 'b', 'c'), isLong: fc.boolean() }), {
      maxLength: 40,
    });
    await fc.assert(
      fc.asyncProperty(
        asked,
        fc.integer({ min: 1, max: 4 }),
        fc.infiniteStream(fc.nat(3)),
        async (all, count, turns) => {
          const slots = new Slots({ ...LIMITS, slots: count + 1, longSlots: count });
          let [running, long, done] = [0, 0, 0];
          await Promise.all(
            all.map(async ({ owner, isLong }) => {
              const end = await slots.take(owner, isLong);
              running++;
              if (isLong) long++;
              expect(running).toBeLessThanOrEqual(count + 1);
              expect(long).toBeLessThanOrEqual(count);
              for (let left = turns.next().value ?? 0; left > 0; left--) await soon();
              running--;
              if (isLong) long--;
              done++;
              end();
              // To end twice frees nothing of anyone else.
              end();
            }),
          );
          expect(done).toBe(all.length);
        },
      ),
      { numRuns: 100 },
    );
  });

  it('are given in turn: who asks once waits for one of who asked before many times', async () => {
    const slots = new Slots({ ...LIMITS, slots: 1 });
    const order: string[] = [];
    const work = async (owner: string) => {
      const end = await slots.take(owner, false);
      await soon();
      order.push(owner);
      end();
    };
    await Promise.all([...Array.from({ length: 20 }, () => work('many')), work('once'), work('once too')]);
    expect(order.indexOf('once')).toBeLessThanOrEqual(3);
    expect(order.indexOf('once too')).toBeLessThanOrEqual(4);
  });

  it('leave one for what is quick while all others are on what takes long', async () => {
    const slots = new Slots(LIMITS);
    const [first] = [await slots.take('a', true)];
    let second = false;
    const waiting = slots.take('a', true).then((end) => {
      second = true;
      end();
    });
    (await slots.take('a', false))();
    expect(second).toBe(false);
    first();
    await waiting;
    expect(second).toBe(true);
  });

  it('are refused where too much waits, of one or of all', async () => {
    const slots = new Slots({ ...LIMITS, slots: 1, waiting: 3, waitingOfOne: 2 });
    const end = await slots.take('a', false);
    const waiting = [slots.take('a', false), slots.take('a', false)];
    await expect(slots.take('a', false)).rejects.toThrow(Busy);
    waiting.push(slots.take('b', false));
    await expect(slots.take('c', false)).rejects.toThrow(Busy);
    end();
    await Promise.all(waiting.map(async (one) => (await one)()));
    (await slots.take('a', false))();
  });
});

describe('what is gathered', () => {
  const LIMITED = { most: 1000, atOnce: 5, isOfAll: (error: unknown) => String(error).includes('all') };

  it('is done in order, never twice at once for a key, and each gets its own result', async () => {
    const item = fc.record({ key: fc.constantFrom('a', 'b'), fails: fc.boolean() });
    await fc.assert(
      fc.asyncProperty(fc.array(item, { maxLength: 60 }), async (all) => {
        const busy = new Set<string>();
        const done: Record<string, number[]> = { a: [], b: [] };
        const gathered = new Gathered<number, number>(async (key, items) => {
          expect(busy.has(key)).toBe(false);
          expect(items.length).toBeLessThanOrEqual(5);
          busy.add(key);
          await soon();
          busy.delete(key);
          if (items.some((at) => all[at]?.fails)) throw new Error('one of them');
          done[key]?.push(...items);
          return items.map((at) => at * 2);
        }, LIMITED);
        const outcomes = await Promise.allSettled(all.map(({ key }, at) => gathered.add(key, at)));
        outcomes.forEach((outcome, at) => {
          if (all[at]?.fails) expect(outcome.status).toBe('rejected');
          else expect(outcome).toEqual({ status: 'fulfilled', value: at * 2 });
        });
        for (const of of Object.values(done)) expect(of).toEqual([...of].sort((a, b) => a - b));
      }),
      { numRuns: 100 },
    );
  });

  it('is not tried one by one where all fail of the same', async () => {
    let runs = 0;
    const gathered = new Gathered<number, number>(async () => {
      runs++;
      await soon();
      throw new Error('all of them');
    }, LIMITED);
    const outcomes = await Promise.allSettled([1, 2, 3, 4].map((one) => gathered.add('a', one)));
    expect(outcomes.every(({ status }) => status === 'rejected')).toBe(true);
    expect(runs).toBeLessThanOrEqual(2);
  });

  it('is refused where too much waits', async () => {
    const gathered = new Gathered<number, number>(
      async (_, items) => {
        await soon();
        return [...items];
      },
      { ...LIMITED, most: 2 },
    );
    const outcomes = await Promise.allSettled([1, 2, 3, 4, 5].map((one) => gathered.add('a', one)));
    expect(outcomes.filter(({ status }) => status === 'rejected').length).toBeGreaterThan(0);
    await expect(gathered.add('a', 6)).resolves.toBe(6);
  });
});
