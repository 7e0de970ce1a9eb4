import { useEffect, useRef } from 'react';
import { takeLast } from '../state/typing.ts';

interface CellFieldProps {
  label: string;
  text: string;
  right: boolean;
  /** null when the typing is given up */
  onEnd(text: string | null, move?: 'down' | 'right' | 'left'): void;
}

/** The field in which a cell is typed. Enter keeps it and goes down, Tab goes sideways, Escape gives up. */
export function CellField({ label, text, right, onEnd }: CellFieldProps) {
  const field = useRef<HTMLInputElement>(null);
  const ended = useRef(false);
  const endNow = useRef(onEnd);
  endNow.current = onEnd;
  useEffect(() => {
    const input = field.current;
    input?.focus({ preventScroll: true });
    input?.setSelectionRange(input.value.length, input.value.length);
    // What was typed is kept when its row is scrolled out of sight, and when the page goes.
    const leave = () => {
      if (!input || ended.current) return;
      ended.current = true;
      takeLast(() => endNow.current(input.value));
    };
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, []);
  const end = (kept: string | null, move?: 'down' | 'right' | 'left') => {
    // Leaving the field after a key ended it is no second end.
    if (ended.current) return;
    ended.current = true;
    onEnd(kept, move);
  };
  return (
    <input
      ref={field}
      aria-label={label}
      defaultValue={text}
      className={`absolute inset-0 bg-white px-2.5 outline-2 -outline-offset-2 outline-[#5b3a63] ${right ? 'text-right' : ''}`}
      onKeyDown={(event) => {
        const { value } = event.currentTarget;
        if (event.nativeEvent.isComposing) return;
        if (event.key === 'Enter') end(value, 'down');
        else if (event.key === 'Tab') end(value, event.shiftKey ? 'left' : 'right');
        else if (event.key === 'Escape') end(null);
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
      onBlur={(event) => end(event.currentTarget.value)}
    />
  );
}
