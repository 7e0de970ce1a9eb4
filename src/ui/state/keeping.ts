/** What the browser keeps of the open report until the server has it, or until its maker lets go of it. */
import type { Refused } from '../../core/change/meet.ts';
import { type Blocks, rememberBlocks } from './cells.ts';
import { isPageLeaving } from './leaving.ts';
import { keepOutbox, keepParting, outboxOf } from './outbox.ts';
import { current, isOpen, set } from './report-state.ts';

/** Keeps what the server does not have, so that it is there after a reload. */
export function keep(): Promise<void> {
  const { id } = current();
  const outbox = outboxOf(current());
  if (isPageLeaving()) keepParting(id, outbox);
  return keepOutbox(id, outbox).then(() => {
    if (isOpen() && current().id === id) set({ kept: new Set(outbox.calls.map((call) => call.id)) });
  });
}

/** Keeps a call that could not be done, beside the others, with the cells that it brings. */
export function standAside(refused: Refused, blocks: Blocks): void {
  rememberBlocks(blocks);
  set({ refused: [...current().refused, refused], blocks: { ...current().blocks, ...blocks } });
  void keep();
}

/** Lets go of what was refused: all of it, or one call. */
export function letGo(only?: string): void {
  set({ refused: current().refused.filter(({ call }) => only !== undefined && call.id !== only) });
  void keep();
}

/** What is kept here and is not saved, as a file. */
export const keptHere = (): string => JSON.stringify({ format: 'rizo-kept-changes', ...outboxOf(current()) }, null, 2);
