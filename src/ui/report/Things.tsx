import { lazy, memo, Suspense, useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { placedIn } from '../../core/document/manuscript.ts';
import { numberedAs } from '../../core/item/kinds.ts';
import { isCalled } from '../../core/table/called.ts';
import { useReport } from '../state/store.ts';
import { Entry, relationsOf } from './Entry.tsx';
import { useView } from './view.ts';

// What is looked at comes first.
const Dragging = lazy(async () => ({ default: (await import('./Dragging.tsx')).Dragging }));

/** The ids of what is placed in the text, the same list while nothing of it changes. */
const usePlaced = () => useReport(useShallow((state) => placedIn(state.report.manuscript)));

/** The ids of the things of the report in their order, the same list while that stays. */
const useOrder = () => useReport(useShallow((state) => state.report.items.map(({ id }) => id)));

/** The things of the report whose names hold what is sought, in reading order. */
export const Things = memo(function Things({ sought }: { sought: string }) {
  const items = useReport((state) => state.report.items);
  const order = useOrder();
  const placed = usePlaced();
  const seen = useView((view) => view.seen);
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
      <ul className="flex flex-col gap-1.5">
        {found.map(({ item, number, relations }) => (
          <Entry key={item.id} item={item} number={number} order={order} {...relations} />
        ))}
      </ul>
      {seen && (
        <Suspense>
          <Dragging ids={inList} />
        </Suspense>
      )}
      {found.length === 0 && sought !== '' && <p className="px-2.5 text-quiet">Nothing has that name.</p>}
    </>
  );
});
