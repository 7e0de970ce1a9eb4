/** Whose turn it is: a fair share of a few places for each owner, and no more waiting than can be served in time. */

/** There is more to do than can be done in time; it is worth asking again soon. */
export class Busy extends Error {}

export interface SlotLimits {
  /** so many work at once */
  slots: number;
  /** so many of them on what takes long, so that what is quick always finds a place */
  longSlots: number;
  /** so many may wait, of all owners and of one */
  waiting: number;
  waitingOfOne: number;
}

interface Waiting {
  isLong: boolean;
  begin(): void;
}

export class Slots {
  readonly #limits: SlotLimits;
  /** what waits, by owner; the owner whose turn is next stands first */
  readonly #waiting = new Map<string, Waiting[]>();
  #count = 0;
  #running = 0;
  #long = 0;

  constructor(limits: SlotLimits) {
    this.#limits = limits;
  }

  /** Resolves when the owner's turn has come, with what ends it. Throws Busy where too much waits already. */
  take(owner: string, isLong: boolean): Promise<() => void> {
    const own = this.#waiting.get(owner) ?? [];
    if (this.#count >= this.#limits.waiting || own.length >= this.#limits.waitingOfOne)
      return Promise.reject(new Busy('too much waits'));
    return new Promise((done) => {
      own.push({ isLong, begin: () => done(this.#begin(isLong)) });
      this.#waiting.set(owner, own);
      this.#count++;
      this.#next();
    });
  }

  #begin(isLong: boolean): () => void {
    let isOver = false;
    return () => {
      if (isOver) return;
      isOver = true;
      this.#running--;
      if (isLong) this.#long--;
      this.#next();
    };
  }

  #next(): void {
    for (const [owner, own] of this.#waiting) {
      if (this.#running >= this.#limits.slots) return;
      const at = own.findIndex(({ isLong }) => !isLong || this.#long < this.#limits.longSlots);
      const [one] = at < 0 ? [] : own.splice(at, 1);
      if (!one) continue;
      this.#count--;
      // Behind all others that wait.
      this.#waiting.delete(owner);
      if (own.length > 0) this.#waiting.set(owner, own);
      this.#running++;
      if (one.isLong) this.#long++;
      one.begin();
    }
  }
}
