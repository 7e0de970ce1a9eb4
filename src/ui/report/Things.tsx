import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { memo, type ReactNode, useCallback, useEffect, useMemo, useRef } from 'react';
import { createPortal } from 'react-dom';
import { useShallow } from 'zustand/react/shallow';
import { placedIn } from '../../core/document/manuscript.ts';
import { numberedAs } from '../../core/item/kinds.ts';
import { isCalled } from '../../core/table/called.ts';
import { useGalley } from '../manuscript/galley-state.ts';
import { current, run, useReport } from '../state/store.ts';
import { Entry, relationsOf } from './Entry.tsx';

/** The ids of what is placed in the text, the same list while nothing of it changes. */
const usePlaced = () => useReport(useShallow((state) => placedIn(state.report.manuscript)));

/** The ids of the things of the report in their order, the same list while that stays. */
const useOrder = () => useReport(useShallow((state) => state.report.items.map(({ id }) => id)));

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
const useDragging = () => useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

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

/** What the things of the list are dragged in. It is not drawn anew with the list, since each thing in it would be, too. */
export const Dragging = memo(function Dragging({ children }: { children: ReactNode }) {
  const sensors = useDragging();
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
        {children}
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

/** The things of the report whose names hold what is sought, in reading order. */
export function Things({ sought }: { sought: string }) {
  const items = useReport((state) => state.report.items);
  const order = useOrder();
  const placed = usePlaced();
  const entries = useMemo(() => {
    const there = new Set(placed);
    return numberedAs(items, placed).map((numbered) => ({
      ...numbered,
      relations: relationsOf(numbered.item, { items }, there),
    }));
  }, [items, placed]);
  const found = entries.filter(({ item }) => isCalled(item.name, sought));
  const listedIds = found.map(({ item }) => item.id).join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same list while the same ids stand in it
  const inList = useMemo(() => found.map(({ item }) => item.id), [listedIds]);
  return (
    <>
      <SortableContext items={inList} strategy={verticalListSortingStrategy}>
        <ul className="flex flex-col gap-1.5">
          {found.map(({ item, number, relations }) => (
            <Entry key={item.id} item={item} number={number} order={order} {...relations} />
          ))}
        </ul>
      </SortableContext>
      {found.length === 0 && sought !== '' && <p className="px-2.5 text-quiet">Nothing is called so.</p>}
    </>
  );
}
