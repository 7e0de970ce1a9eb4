/** What is typed in fields and not taken yet: each takes it after a pause, and all of them at once when the page goes. */
import { create } from 'zustand';
import { whenLeft } from './leaving.ts';

/** A pause in typing after which what stands in a field is taken. */
const PAUSE_MS = 250;

const running = new Set<Pause>();

/** How many fields hold something that is not taken yet. */
export const useUntaken = create(() => ({ count: 0 }));

const count = () => useUntaken.setState({ count: running.size });

/** The pause of one field. */
export class Pause {
  #timer: ReturnType<typeof setTimeout> | undefined;
  #take: () => void = () => undefined;

  /** Something was typed: it is taken by `take` after a pause in which nothing else is. */
  begin(take: () => void, ms = PAUSE_MS): void {
    clearTimeout(this.#timer);
    this.#take = take;
    this.#timer = setTimeout(() => this.takeNow(), ms);
    running.add(this);
    count();
  }

  /** It was taken or given up. */
  end(): void {
    clearTimeout(this.#timer);
    if (running.delete(this)) count();
  }

  /** Takes it before the pause is over. */
  takeNow(): void {
    this.end();
    this.#take();
  }
}

whenLeft(() => {
  for (const pause of [...running]) pause.takeNow();
});
