import { useEffect, useState } from 'react';

const PAUSE_MS = 400;

/**
 * A value once it has stayed the same for a moment, so that what costs much to
 * draw is not drawn at every step; null before the first. At once when `large` is false.
 */
export function useSettled<T>(value: T, large: boolean): T | null {
  const [settled, setSettled] = useState<T | null>(null);
  useEffect(() => {
    if (!large) return;
    const pause = setTimeout(() => setSettled(value), PAUSE_MS);
    return () => clearTimeout(pause);
  }, [value, large]);
  return large ? settled : value;
}
