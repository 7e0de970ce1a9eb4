/** What is asked for under one key while it is at work is gathered, and then done together. */
import { Busy } from './slots.ts';

interface Waiting<Item, Result> {
  item: Item;
  done(result: Result): void;
  failed(error: unknown): void;
}

export class Gathered<Item, Result> {
  readonly #waiting = new Map<string, Waiting<Item, Result>[]>();
  readonly #most: number;
  readonly #atOnce: number;
  readonly #isOfAll: (error: unknown) => boolean;
  readonly #run: (key: string, items: readonly Item[]) => Promise<readonly Result[]>;

  /**
   * `run` does items of a key in order and gives as many results, or throws
   * where none of them was done; no two runs of a key overlap. So many are done
   * at once, and so many may wait for a key. What fails is tried one by one, but
   * for what all would fail of.
   */
  constructor(
    run: (key: string, items: readonly Item[]) => Promise<readonly Result[]>,
    { most, atOnce, isOfAll }: { most: number; atOnce: number; isOfAll: (error: unknown) => boolean },
  ) {
    this.#run = run;
    this.#isOfAll = isOfAll;
    this.#most = most;
    this.#atOnce = atOnce;
  }

  /** Does an item in its turn. Throws Busy where too much waits. */
  add(key: string, item: Item): Promise<Result> {
    const waiting = this.#waiting.get(key);
    if (waiting && waiting.length >= this.#most) return Promise.reject(new Busy('too much waits'));
    return new Promise((done, failed) => {
      const one = { item, done, failed };
      if (waiting) waiting.push(one);
      else {
        this.#waiting.set(key, [one]);
        void this.#work(key);
      }
    });
  }

  async #work(key: string): Promise<void> {
    for (;;) {
      const waiting = this.#waiting.get(key) ?? [];
      const now = waiting.splice(0, this.#atOnce);
      if (now.length === 0) break;
      await this.#together(key, now);
    }
    this.#waiting.delete(key);
  }

  async #together(key: string, now: readonly Waiting<Item, Result>[]): Promise<void> {
    try {
      const results = await this.#run(
        key,
        now.map(({ item }) => item),
      );
      now.forEach(({ done }, at) => {
        done(results[at] as Result);
      });
    } catch (error) {
      if (now.length === 1 || this.#isOfAll(error)) for (const { failed } of now) failed(error);
      // One of them may be what failed; the others are not to suffer for it.
      else for (const one of now) await this.#together(key, [one]);
    }
  }
}
