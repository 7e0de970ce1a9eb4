import { Mark } from '../../core/figure/marks.ts';
import { partsBetween } from '../../core/named/parts.ts';
import { run } from './store.ts';

/** Sets what is different in a mark; returns what was refused, or null. */
export function setMark(figure: string, from: Mark, to: Mark): string | null {
  const set = partsBetween(Mark, from, to);
  return set.length > 0 ? run('figure.setMark', { figure, mark: from.id, set }) : null;
}
