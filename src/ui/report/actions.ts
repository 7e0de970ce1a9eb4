/**
 * What can be done by key or from the command list. Each is said once: the keys,
 * the list of keys and the command list are made from these lists.
 */
import { useEffect } from 'react';

export interface Action<Context = void> {
  /** as it stands in the lists: "next stroke pattern" */
  does: string;
  /** what else the trade calls it, by which it is found in the command list */
  also?: string;
  /** as they are written in the list of keys: "J", "Alt ↑", "Ctrl Shift Z"; none for what only the command list does */
  keys?: readonly string[];
  /** false where there is nothing to do just now; absent where a part of the page hears the key itself */
  run?(context: Context, key: string): boolean | undefined;
  /** left out of the command list, as going to the next line is */
  byKeyOnly?: boolean;
}

/** An action with what it is done to. */
export interface Ready {
  action: Pick<Action, 'does' | 'also' | 'keys' | 'byKeyOnly'>;
  run(key: string): boolean | undefined;
}

/** Puts actions together with what they are done to. */
export const ready = <Context>(actions: readonly Action<Context>[], context: Context): Ready[] =>
  actions.flatMap((action) => {
    const { run } = action;
    return run ? [{ action, run: (key: string) => run(context, key) }] : [];
  });

/** Does something, whatever it gives back. */
export const doing =
  <Context>(act: (context: Context) => unknown) =>
  (context: Context): undefined => {
    act(context);
    return undefined;
  };

const ARROWS: Readonly<Record<string, string>> = {
  '↑': 'ArrowUp',
  '↓': 'ArrowDown',
  '←': 'ArrowLeft',
  '→': 'ArrowRight',
};

/** Whether a key is the one that is written like "Ctrl Shift Z". */
export function isKey(written: string, event: KeyboardEvent): boolean {
  const parts = written.split(' ');
  const name = parts.at(-1) ?? '';
  const wanted = (ARROWS[name] ?? name).toLowerCase();
  // What a letter of punctuation needs to be typed, such as Shift for “?”, differs between keyboards.
  const isSign = name.length === 1 && !/[a-z]/i.test(name);
  return (
    event.key.toLowerCase() === wanted &&
    (event.ctrlKey || event.metaKey) === parts.includes('Ctrl') &&
    event.altKey === parts.includes('Alt') &&
    (isSign || event.shiftKey === parts.includes('Shift'))
  );
}

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest('input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable]') !== null;

/** What can be done just now, by the view that offers it. */
const offered = new Map<string, readonly Ready[]>();

/** All that can be done just now. */
export const offeredNow = (): Ready[] => [...offered.values()].flat();

/** Offers actions as long as a view stands; no key acts while someone types in a field. */
export function useActions(view: string, actions: readonly Ready[]): void {
  useEffect(() => {
    offered.set(view, actions);
    const listener = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      for (const { action, run } of actions) {
        const key = action.keys?.find((written) => isKey(written, event));
        if (key === undefined || run(key) === false) continue;
        event.preventDefault();
        return;
      }
    };
    document.addEventListener('keydown', listener);
    return () => {
      offered.delete(view);
      document.removeEventListener('keydown', listener);
    };
  }, [view, actions]);
}
