/** Who works here: the author, and this window among the author's windows. */

/** Reads a value that stands in a storage of the browser, or puts one there. */
function kept(storage: Storage, key: string): string {
  const known = storage.getItem(key);
  if (known) return known;
  const made = crypto.randomUUID();
  storage.setItem(key, made);
  return made;
}

/** The author: whoever uses this browser. */
export const author = (): string => kept(localStorage, 'rizo:author');

const lockOf = (window: string) => `rizo:window:${window}`;

/** Holds a window's lock for as long as the page lives; false when another page holds it. */
function hold(window: string): Promise<boolean> {
  return new Promise((done) => {
    void navigator.locks.request(lockOf(window), { ifAvailable: true }, (lock) => {
      done(lock !== null);
      return lock === null ? undefined : new Promise<never>(() => undefined);
    });
  });
}

let mine: Promise<string> | undefined;

async function findWindow(): Promise<string> {
  const known = kept(sessionStorage, 'rizo:window');
  if (await hold(known)) return known;
  // A window that was duplicated has the session of the first, but its own changes.
  const other = crypto.randomUUID();
  sessionStorage.setItem('rizo:window', other);
  await hold(other);
  return other;
}

/** The id of this window; it stays over a reload. */
export function thisWindow(): Promise<string> {
  mine ??= findWindow();
  return mine;
}

/** The same where it is known already, for a page that cannot wait. */
export const knownWindow = (): string | null => sessionStorage.getItem('rizo:window');

/** Does something for a window that is closed; false when it is open somewhere. */
export async function forClosed(window: string, work: () => Promise<void>): Promise<boolean> {
  return navigator.locks.request(lockOf(window), { ifAvailable: true }, async (lock) => {
    if (!lock) return false;
    await work();
    return true;
  });
}
