import { useEffect, useState } from 'react';

const PAUSE_MS = 800;

/**
 * What is drawn of something that is typed into, once that has stayed the same
 * for a moment: a drawing that takes longer than a key would stand in the way of
 * each. Another thing that is looked at, by its name, is drawn at once, unless it
 * is large; then nothing is before it rests.
 */
export function useSettled<T>(value: T, name: string, isLarge: boolean): T | null {
  const [settled, setSettled] = useState(isLarge ? null : { value, name });
  const isOther = settled?.name !== name;
  useEffect(() => {
    const settle = () => setSettled((before) => (before?.value === value ? before : { value, name }));
    if (isOther && !isLarge) return settle();
    const pause = setTimeout(settle, PAUSE_MS);
    return () => clearTimeout(pause);
  }, [value, name, isOther, isLarge]);
  return settled?.value ?? null;
}
