import {
  type ClipboardEvent,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
  useRef,
} from 'react';
import type { GridEditing } from './Grid.tsx';
import { areaOf, type Bounds, pressed, type Selection, type Spot } from './selection.ts';

interface HandsProps {
  box: RefObject<HTMLDivElement | null>;
  here: Selection;
  bounds: Bounds;
  editing: GridEditing | undefined;
  typing: Spot | null;
  begin(text?: string): void;
  onSelect(selection: Selection): void;
}

function spotAt(event: PointerEvent): Spot | null {
  const cell = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-row]') : null;
  return cell && { row: Number(cell.dataset['row']), col: Number(cell.dataset['col']) };
}

/** What keys, the pointer and the clipboard do to a grid. */
export function useHands({ box, here, bounds, editing, typing, begin, onSelect }: HandsProps) {
  const dragging = useRef(false);
  const area = areaOf(here);
  const { row, col } = here.at;
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    if (typing || event.target !== box.current) return;
    const control = event.ctrlKey || event.metaKey;
    const { key, shiftKey: shift } = event;
    const moved = event.altKey ? null : pressed(here, { key, control, shift }, bounds);
    let taken = true;
    if (moved) onSelect(moved);
    else if (editing?.key(event, area)) taken = true;
    else if (control || event.altKey) taken = false;
    else if (key === 'Enter' || key === 'F2') begin();
    else if (key === 'Delete' || key === 'Backspace') editing?.clear(area);
    else if (editing && key.length === 1) begin(key);
    else taken = false;
    if (taken) event.preventDefault();
  };
  const onCopy = (event: ClipboardEvent<HTMLDivElement>) => {
    if (typing || !editing) return;
    for (const [form, text] of Object.entries(editing.copy(area))) event.clipboardData.setData(form, text);
    event.preventDefault();
    if (event.type === 'cut') editing.clear(area);
  };
  const onPaste = (event: ClipboardEvent<HTMLDivElement>) => {
    if (typing || !editing) return;
    event.preventDefault();
    editing.paste(area, event.clipboardData);
  };
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    const spot = spotAt(event);
    if (!spot || event.button !== 0 || (typing && typing.row === spot.row && typing.col === spot.col)) return;
    dragging.current = true;
    if (spot.col < 0)
      onSelect({
        from: { row: event.shiftKey ? here.from.row : spot.row, col: 0 },
        at: { row: spot.row, col: bounds.own - 1 },
      });
    else onSelect({ from: event.shiftKey ? here.from : spot, at: spot });
  };
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    if (!dragging.current || event.buttons !== 1) return;
    const spot = spotAt(event);
    if (spot && spot.col >= 0 && (spot.row !== row || spot.col !== col)) onSelect({ from: here.from, at: spot });
  };
  const onPointerUp = () => {
    dragging.current = false;
  };
  const onDoubleClick = (event: MouseEvent<HTMLDivElement>) => {
    if (event.target instanceof Element && event.target.closest('[data-col]:not([data-col="-1"])')) begin();
  };
  return { onKeyDown, onCopy, onCut: onCopy, onPaste, onPointerDown, onPointerMove, onPointerUp, onDoubleClick };
}
