/** Handles at the edges of columns and rows, dragged or moved by arrow keys. */
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';

interface HandleProps {
  /** what is set, said aloud */
  label: string;
  /** the size now, in millimetres */
  size: number;
  least: number;
  most: number;
  along: 'x' | 'y';
  /** pixels of a millimetre on the screen */
  scale: number;
  style: { left: number; top: number; width: number; height: number };
  /** while it is dragged; null when the drag was given up */
  onPreview(size: number | null): void;
  onCommit(size: number): void;
}

const STEP = 0.5;

/** A handle that sets a size in steps of half a millimetre. */
export function Handle({ label, size, least, most, along, scale, style, onPreview, onCommit }: HandleProps) {
  const drag = useRef<{ from: number; size: number; now: number } | null>(null);
  const held = (wish: number) => Math.max(least, Math.min(most, Math.round(wish / STEP) * STEP));
  const at = (event: PointerEvent) => (along === 'x' ? event.clientX : event.clientY);
  const onKeyDown = (event: KeyboardEvent) => {
    const more = along === 'x' ? 'ArrowRight' : 'ArrowDown';
    const less = along === 'x' ? 'ArrowLeft' : 'ArrowUp';
    if (event.key === 'Escape' && drag.current) {
      drag.current = null;
      onPreview(null);
    }
    if (event.key !== more && event.key !== less) return;
    event.preventDefault();
    event.stopPropagation();
    onCommit(held(size + (event.key === more ? 1 : -1) * (event.shiftKey ? 5 : STEP)));
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a rule of the document cannot be moved; this is a splitter
    <div
      role="separator"
      tabIndex={0}
      aria-label={label}
      aria-orientation={along === 'x' ? 'vertical' : 'horizontal'}
      aria-valuenow={size}
      aria-valuemin={least}
      aria-valuemax={most}
      className={`absolute z-10 ${along === 'x' ? 'cursor-col-resize' : 'cursor-row-resize'} rounded-sm hover:bg-primary/30 focus-visible:bg-primary/40`}
      style={style}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.focus();
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { from: at(event), size, now: size };
      }}
      onPointerMove={(event) => {
        if (!drag.current) return;
        drag.current.now = held(drag.current.size + (at(event) - drag.current.from) / scale);
        onPreview(drag.current.now);
      }}
      onPointerUp={() => {
        if (!drag.current) return;
        const { now, size: before } = drag.current;
        drag.current = null;
        if (now !== before) onCommit(now);
        onPreview(null);
      }}
      onPointerCancel={() => {
        drag.current = null;
        onPreview(null);
      }}
    />
  );
}
