import { type RefObject, useCallback, useLayoutEffect, useState } from 'react';

/** Rows drawn above and below those in sight, so that scrolling finds them there. */
const SPARE = 12;
/** The window moves in steps, so that small scrolls draw nothing anew. */
const STEP = 4;

interface Measures {
  count: number;
  /** height of a row and of the head that stays above them, in pixels */
  row: number;
  head: number;
}

/**
 * Which of equally high rows are near what is seen of a scrolling box, found by
 * arithmetic: a list of measures for each row would cost more than drawing them.
 */
export function useRowWindow(box: RefObject<HTMLElement | null>, { count, row, head }: Measures) {
  const [seen, setSeen] = useState({ first: 0, rows: 20 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const look = () => {
      const first = Math.floor(element.scrollTop / row / STEP) * STEP;
      const rows = Math.ceil(element.clientHeight / row) + STEP;
      setSeen((before) => (before.first === first && before.rows === rows ? before : { first, rows }));
    };
    const observer = new ResizeObserver(look);
    observer.observe(element);
    element.addEventListener('scroll', look, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', look);
    };
  }, [box, row]);
  /** Scrolls as little as needed to show a row. */
  const reveal = useCallback(
    (index: number) => {
      const element = box.current;
      if (!element) return;
      const top = index * row;
      const bottom = top + row + head - element.clientHeight;
      if (top < element.scrollTop) element.scrollTop = top;
      else if (bottom > element.scrollTop) element.scrollTop = bottom;
    },
    [box, row, head],
  );
  const from = Math.max(0, Math.min(count, seen.first) - SPARE);
  const to = Math.min(count, seen.first + seen.rows + SPARE);
  return {
    rows: Array.from({ length: Math.max(0, to - from) }, (_, index) => from + index),
    topOf: (index: number) => head + index * row,
    height: head + count * row,
    /** rows of one screen */
    page: Math.max(1, seen.rows - STEP - Math.ceil(head / row) - 1),
    reveal,
  };
}
