/** Changes that come from typing into one field. */

export interface Typing {
  /** changes of one group are one step to undo */
  group: string;
  /** still being typed, so a refusal is not told yet */
  quiet: boolean;
  /** the newest revision that stood in the field when the typing began */
  seen: number;
}

let now: Typing | null = null;
let newest = () => 0;

/** Says where the newest revision is read from. */
export const readRevisionFrom = (source: () => number) => {
  newest = source;
};

/** The revision that a field shows which is not being typed into. */
export const seenNow = (): number => newest();

/** Does something that may change the report, as a part of what is typed into one field. */
export function whileTyping<T>(typing: Typing, work: () => T): T {
  const before = now;
  now = typing;
  try {
    return work();
  } finally {
    now = before;
  }
}

/** How what is changed just now is being typed; null where it is not. */
export const typingNow = (): Typing | null => now;
