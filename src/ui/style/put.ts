/** Changing the style that is open. */
import { partsBetween } from '../../core/named/parts.ts';
import { OwnStyle } from '../../core/report/report.ts';
import { run } from '../state/store.ts';
import { styleNow } from '../state/style.ts';

/** Sets what is different in the style; returns what was refused, or null. */
export function put(change: Partial<OwnStyle>): string | null {
  const style = styleNow();
  const set = partsBetween(OwnStyle, style, { ...style, ...change });
  return set.length > 0 ? run('style.set', { set }) : null;
}

/** Sets something in a part of the style. */
export const putIn =
  <
    Part extends
      | 'sizes'
      | 'bold'
      | 'strokes'
      | 'patterns'
      | 'opacities'
      | 'markers'
      | 'points'
      | 'axes'
      | 'dates'
      | 'numbers'
      | 'apart'
      | 'type'
      | 'pages',
  >(
    part: Part,
  ) =>
  (change: Partial<OwnStyle[Part]>): string | null =>
    put({ [part]: { ...styleNow()[part], ...change } } as Partial<OwnStyle>);
