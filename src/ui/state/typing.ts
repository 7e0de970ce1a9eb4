/** Changes that come from typing into one field. */

export interface Typing {
  /** changes of one group are one step to undo */
  group: string;
  /** still being typed, so a refusal is not told yet */
  quiet: boolean;
  /** the newest revision that stood in the field when the typing began */
  seen: number;
  /** nothing shows what was typed once this is done, so what is refused is kept aside */
  last?: boolean;
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
  now = before?.last ? { ...typing, last: true } : typing;
  try {
    return work();
  } finally {
    now = before;
  }
}

/** Takes what stands in a field that goes: what is refused of it is kept aside, as nothing shows it any more. */
export const takeLast = <T>(work: () => T): T =>
  whileTyping({ group: crypto.randomUUID(), quiet: true, seen: newest(), ...now, last: true }, work);

/** How what is changed just now is being typed; null where it is not. */
export const typingNow = (): Typing | null => now;
