/** Dragging the things of the list, to another place in it or into the text. */
import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { memo, useCallback, useEffect, useLayoutEffect, useRef } from 'react';
import { createPortal } from 'react-dom';
import { useGalley } from '../manuscript/galley-state.ts';
import { current, run } from '../state/store.ts';
import { forgetDragged, useDragged, useElements } from './dragged.ts';

/** Where the pointer is in the window; what the list tells of a drag has its own scrolling in it. */
function usePointer() {
  const at = useRef<[number, number]>([0, 0]);
  useEffect(() => {
    const see = ({ clientX, clientY }: PointerEvent) => {
      at.current = [clientX, clientY];
    };
    addEventListener('pointermove', see, { capture: true, passive: true });
    return () => removeEventListener('pointermove', see, { capture: true });
  }, []);
  return at;
}

/** Things are dragged a little way before that begins, so that a click stays a click; keys move them with Alt. */
const useDragSensors = () => useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

/** Moves the thing that was dragged to where it was let go: into the text, or to another place in the list. */
function dropAt({ active, over }: DragEndEvent, pointer: readonly [number, number]): void {
  if (useGalley.getState().dropped?.drop(String(active.id), ...pointer)) return;
  if (!over || over.id === active.id) return;
  const order = current().report.items.map(({ id }) => id);
  const moved = String(active.id);
  const to = order.indexOf(String(over.id));
  // Dropped on one further down, it goes after that.
  const before = order.indexOf(moved) < to ? (order[to + 1] ?? null) : String(over.id);
  run('item.move', { item: moved, before });
}

/** Lets one thing of the list be dragged, and tells it how it is. */
const Thing = memo(function Thing({ id }: { id: string }) {
  const element = useElements((elements) => elements[id]) ?? null;
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const moved = CSS.Translate.toString(transform);
  useLayoutEffect(() => setNodeRef(element), [setNodeRef, element]);
  useLayoutEffect(
    () => useDragged.setState({ [id]: { listeners, transform: moved, transition, isDragging } }),
    [id, listeners, moved, transition, isDragging],
  );
  useEffect(() => () => forgetDragged(id), [id]);
  return null;
});

/** Lets the things of the list be dragged; it stands beside the list and not around it. */
export const Dragging = memo(function Dragging({ ids }: { ids: string[] }) {
  const sensors = useDragSensors();
  const label = useRef<HTMLSpanElement>(null);
  const pointer = usePointer();
  /** Shows what is dragged where the pointer is, once that is over the text. */
  const follow = useCallback(
    (id: string | null) => {
      const [x, y] = pointer.current;
      const isOver = id !== null && useGalley.getState().dropped?.over(x, y) === true;
      if (!label.current) return;
      label.current.hidden = !isOver;
      label.current.style.translate = `${x + 12}px ${y + 8}px`;
      label.current.textContent = current().report.items.find((item) => item.id === id)?.name ?? '';
    },
    [pointer],
  );
  return (
    <>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragMove={({ active }) => follow(String(active.id))}
        onDragCancel={() => {
          follow(null);
          useGalley.getState().dropped?.leave();
        }}
        onDragEnd={(event) => {
          follow(null);
          dropAt(event, pointer.current);
        }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          {ids.map((id) => (
            <Thing key={id} id={id} />
          ))}
        </SortableContext>
      </DndContext>
      {createPortal(
        // Drawn by itself where a thing is dragged out of the list, so that the list measures its own lines.
        <span
          ref={label}
          hidden
          className="pointer-events-none fixed top-0 left-0 z-50 rounded-lg bg-base-100 px-2.5 py-1 font-semibold shadow-lg"
        />,
        document.body,
      )}
    </>
  );
});
