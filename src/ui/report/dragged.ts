/**
 * How the things of the list are dragged just now. The list itself knows nothing
 * of how that is done, so what drags is loaded after what is looked at, and the
 * things that stand there stay as they are when it comes.
 */
import type { DraggableSyntheticListeners } from '@dnd-kit/core';
import { create } from 'zustand';

export interface Dragged {
  /** what begins it, on the thing itself */
  listeners: DraggableSyntheticListeners;
  /** where it is drawn meanwhile, as CSS */
  transform: string | undefined;
  transition: string | undefined;
  isDragging: boolean;
}

/** By the id of the thing; none until it can be dragged. */
export const useDragged = create<Readonly<Record<string, Dragged>>>(() => ({}));

/** The elements of the list, by the id of the thing. */
export const useElements = create<Readonly<Record<string, HTMLElement>>>(() => ({}));

/** Says where a thing stands in the page; null where it went. */
export function placeElement(id: string, element: HTMLElement | null): void {
  const { [id]: before, ...others } = useElements.getState();
  if (element) useElements.setState({ [id]: element });
  else if (before) useElements.setState(others, true);
}

export function forgetDragged(id: string): void {
  const { [id]: before, ...others } = useDragged.getState();
  if (before) useDragged.setState(others, true);
}
