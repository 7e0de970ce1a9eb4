import { type RefObject, useLayoutEffect, useRef } from 'react';
import { followRow, type Layout } from './following.ts';

interface Held {
  box: RefObject<HTMLElement | null>;
  names: Layout['rows'];
  /** the row of the cursor */
  row: number;
  /** height of a row, in pixels */
  height: number;
}

/**
 * Scrolls along where rows come and go above what is seen: the row of the cursor
 * stays where it is on the screen, or the topmost row where that is out of sight.
 */
export function useHeldRow({ box, names, row, height }: Held): void {
  const before = useRef({ names, row });
  useLayoutEffect(() => {
    const { names: then, row: at } = before.current;
    before.current = { names, row };
    const element = box.current;
    if (!element || then === names) return;
    const top = Math.floor(element.scrollTop / height);
    const isSeen = at >= top && at * height < element.scrollTop + element.clientHeight;
    const by = isSeen ? row - at : (followRow(top, then, names) ?? top) - top;
    if (by === 0) return;
    element.scrollTop += by * height;
    // What comes into sight with it is drawn at once, not after the next frame.
    element.dispatchEvent(new Event('scroll'));
  }, [box, names, row, height]);
}
