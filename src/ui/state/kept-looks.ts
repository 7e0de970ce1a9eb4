/** Keeping looks of sparklines in the style of the open report, or in the one that it has in common with others. */
import type { SparkLook } from '../../core/spark/look.ts';
import { runOn, undoOn } from './api.ts';
import { current } from './report-state.ts';
import { run, showError, showNotice } from './store.ts';
import { styleNow } from './style.ts';

/** Changes the looks of a shared style, says for whom, and offers to take that back. */
async function inHouse(house: string, name: 'style.keepLook' | 'style.dropLook', args: object, done: string) {
  const change = await runOn(house, name, args);
  const offers = change === null ? [] : [{ say: 'Undo it', run: () => void undoOn(house, change).catch(showError) }];
  showNotice(`${done} “${styleNow().name}”, for all reports that are set by it.`, offers, 'accent');
}

/** Keeps a look under a name; returns what was refused, or null. */
export function keepLook(name: string, look: SparkLook): string | null {
  const { style } = current().report;
  if (style.kind === 'own') return run('style.keepLook', { name, look });
  void inHouse(style.id, 'style.keepLook', { name, look }, `“${name}” is kept in`).catch(showError);
  return null;
}

/** Takes a look out again. */
export function dropLook(name: string): void {
  const { style } = current().report;
  if (style.kind === 'own') run('style.dropLook', { name });
  else void inHouse(style.id, 'style.dropLook', { name }, `“${name}” is taken out of`).catch(showError);
}
