/** Drawing what is seen first, and the rest when there is nothing else to do. */
import { type RefObject, useEffect, useRef, useState } from 'react';

/** How far outside of what is seen something counts as near. */
const MARGIN = '300px';

/** Whether an element is in sight or near it; once it was, it stays so, unless it `leaves` again. */
export function useNear<Of extends Element>(leaves = false): [RefObject<Of | null>, boolean] {
  const element = useRef<Of>(null);
  const [isNear, setNear] = useState(false);
  const isDone = isNear && !leaves;
  useEffect(() => {
    if (isDone || !element.current) return;
    const watch = new IntersectionObserver(
      (entries) => {
        const is = entries.at(-1)?.isIntersecting === true;
        if (is || leaves) setNear(is);
      },
      { rootMargin: MARGIN },
    );
    watch.observe(element.current);
    return () => watch.disconnect();
  }, [isDone, leaves]);
  return [element, isNear];
}

/** A page that is never idle, or not seen as such, goes on after so long. */
const LATEST_MS = 500;

/** Counts up to `most`, one at a time, whenever the page has nothing else to do. */
export function useWhenIdle(most: number): number {
  const [count, setCount] = useState(0);
  useEffect(() => {
    if (count >= most) return;
    const asked = requestIdleCallback(() => setCount(count + 1), { timeout: LATEST_MS });
    return () => cancelIdleCallback(asked);
  }, [count, most]);
  return count;
}
