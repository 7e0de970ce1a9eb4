import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { type KeyboardEvent, lazy, type MouseEvent, memo, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { useShallow } from 'zustand/react/shallow';
import { placedIn } from '../../core/document/manuscript.ts';
import { kindOf, numberedAs, sayNumbered } from '../../core/item/kinds.ts';
import { usersOfTable } from '../../core/item/users.ts';
import { isTable, type Report, type ReportItem, tableIn } from '../../core/report/report.ts';
import { isCalled } from '../../core/table/called.ts';
import { rowsOf } from '../../core/table/row-names.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { Copy, FilePlus2, Trash2 } from '../icons.ts';
import { useGalley } from '../manuscript/galley-state.ts';
import { run, useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';
import { ListTools } from './ListTools.tsx';
import { show, useView } from './view.ts';

const Miniature = lazy(async () => ({ default: (await import('./Miniature.tsx')).Miniature }));

/** From so many things on, a field finds those that are meant. */
const MANY = 9;

/** What stands below the name of a thing, as words; nothing of it changes while words are typed. */
interface Relations {
  from: string | null;
  size: string | null;
  isLeftOut: boolean;
  /** what uses a table, a thing a line; null for what is no table */
  users: string | null;
}

function relationsOf(item: ReportItem, report: Pick<Report, 'items'>, placed: ReadonlySet<string>): Relations {
  const from = kindOf(item).tableOf(item);
  return {
    from: from === null ? null : (tableIn(report, from)?.name ?? 'a table that is gone'),
    size:
      item.type === 'table'
        ? `${rowsOf(item).count.toLocaleString('en-GB')} rows × ${item.columns.length + item.calculations.length} columns`
        : null,
    isLeftOut: placed.size > 0 && !isTable(item) && !placed.has(item.id),
    users: isTable(item) ? usersOfTable(report, item.id).join('\n') : null,
  };
}

function Related({ from, size, isLeftOut, users }: Relations) {
  const count = users === null || users === '' ? 0 : users.split('\n').length;
  return (
    <span className="block text-[12px] leading-snug text-quiet">
      {from !== null && <span className="block truncate">from {from}</span>}
      {size && <span className="block">{size}</span>}
      {isLeftOut && <span className="block">not placed in the text</span>}
      {users !== null && (
        <span className="block" title={users.replaceAll('\n', ', ')}>
          {count === 0 ? 'not used yet' : `used by ${count} ${count === 1 ? 'thing' : 'things'}`}
        </span>
      )}
    </span>
  );
}

interface EntryProps extends Relations {
  item: ReportItem;
  number: number;
  /** ids in the order in which they stand, for choosing several and for moving */
  order: readonly string[];
}

/** Chooses things together in the list: one more or less, or all between. */
function pick(id: string, order: readonly string[], way: 'also' | 'through'): void {
  const { listed, shown } = useView.getState();
  const shownId = shown?.kind === 'item' ? shown.id : id;
  // The thing that is shown is the first of those that are chosen.
  const now = listed.length === 0 && shownId !== id ? [shownId] : listed;
  if (way === 'also') {
    useView.setState({ listed: now.includes(id) ? now.filter((one) => one !== id) : [...now, id] });
    return;
  }
  const [from, to] = [order.indexOf(now.at(-1) ?? id), order.indexOf(id)];
  useView.setState({ listed: [...new Set([...now, ...order.slice(Math.min(from, to), Math.max(from, to) + 1)])] });
}

/** A thing in the list, drawn anew only where something of it changed. */
const Entry = memo(function Entry({ item, number, order, ...relations }: EntryProps) {
  const seen = useView((view) => view.seen);
  const isShown = useView((view) => view.shown?.kind === 'item' && view.shown.id === item.id);
  const isPicked = useView((view) => view.listed.includes(item.id));
  const [renaming, setRenaming] = useState(false);
  const { listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: item.id, disabled: renaming });
  const { set } = kindOf(item);
  const kind = sayNumbered(item, number);
  const onClick = (event: MouseEvent) => {
    if (event.ctrlKey || event.metaKey) pick(item.id, order, 'also');
    else if (event.shiftKey) pick(item.id, order, 'through');
    else {
      useView.setState({ listed: [] });
      show({ kind: 'item', id: item.id });
    }
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.altKey ? { ArrowUp: -1, ArrowDown: 1 }[event.key] : undefined;
    if (event.key === 'F2') setRenaming(true);
    else if (step) {
      const at = order.indexOf(item.id) + step;
      const before = step < 0 ? order[at] : (order[at + 1] ?? null);
      if (at >= 0 && at < order.length && before !== undefined) run('item.move', { item: item.id, before });
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition, opacity: isDragging ? 0.6 : undefined }}
      className="group relative"
    >
      {renaming ? (
        // biome-ignore lint/a11y/noStaticElementInteractions: the field inside is what is typed in; leaving it ends the renaming
        <div
          className="px-2.5 py-2"
          onBlur={() => setRenaming(false)}
          onKeyDown={(event) => (event.key === 'Enter' || event.key === 'Escape') && setRenaming(false)}
        >
          <span className="text-[13px] text-quiet">{kind}</span>
          <PhraseText
            label={`Name of ${kind}`}
            value={item.name}
            atOnce
            isFocused
            className="w-full font-semibold"
            onCommit={(text) =>
              text.trim() === '' ? 'Give it a name.' : run('item.rename', { item: item.id, name: text.trim() })
            }
          />
        </div>
      ) : (
        <button
          type="button"
          aria-current={isShown}
          aria-pressed={isPicked}
          title="Double click or F2 renames, Alt ↑ and Alt ↓ move, Ctrl or Shift chooses several"
          onClick={onClick}
          onDoubleClick={() => setRenaming(true)}
          onKeyDown={onKeyDown}
          {...listeners}
          className="w-full rounded-lg border border-transparent px-2.5 py-2 text-left hover:bg-base-100 aria-pressed:bg-chosen aria-[current=true]:border-primary/40 aria-[current=true]:border-l-4 aria-[current=true]:border-l-primary aria-[current=true]:bg-base-100"
        >
          <span className="mr-0.5 text-[13px] text-quiet">{kind}</span>{' '}
          <span className="font-semibold">{item.name}</span>
          {set && (
            // A picture that arrives while it is pressed takes no click away.
            <span className="pointer-events-none block min-h-[38px]">
              {seen && (
                <Suspense>
                  <Miniature item={item} />
                </Suspense>
              )}
            </span>
          )}
          <Related {...relations} />
        </button>
      )}
      {!renaming && (
        <span className="absolute top-1.5 right-1.5 flex opacity-0 group-hover:opacity-100 focus-within:opacity-100">
          <button
            type="button"
            aria-label={`Duplicate ${kind} ${item.name}`}
            title="Duplicate"
            onClick={() => run('item.duplicate', { item: item.id, id: crypto.randomUUID() })}
            className="btn btn-xs btn-square h-7 w-7 border-transparent bg-base-100"
          >
            <Copy size={13} aria-hidden="true" />
          </button>
          <button
            type="button"
            aria-label={`Remove ${kind} ${item.name}`}
            title="Remove (can be undone)"
            onClick={() => run('item.remove', { item: item.id })}
            className="btn btn-xs btn-square h-7 w-7 border-transparent bg-base-100"
          >
            <Trash2 size={13} aria-hidden="true" />
          </button>
        </span>
      )}
    </li>
  );
});

/** The manuscript, the first thing in the report. */
function ManuscriptEntry() {
  const { blocks } = useReport((state) => state.report.manuscript);
  const isShown = useView((view) => view.shown?.kind === 'manuscript');
  const placed = new Set(blocks.flatMap((block) => (block.type === 'figure' ? block.things : []))).size;
  return (
    <button
      type="button"
      aria-current={isShown}
      onClick={() => show({ kind: 'manuscript' })}
      className="mb-1.5 w-full rounded-lg border border-transparent px-2.5 py-2 text-left hover:bg-base-100 aria-[current=true]:border-primary/40 aria-[current=true]:border-l-4 aria-[current=true]:border-l-primary aria-[current=true]:bg-base-100"
    >
      <span className="font-semibold">Manuscript</span>
      <span className="block text-[12px] leading-snug text-quiet">
        {blocks.length === 0
          ? 'nothing written yet'
          : `${blocks.length} ${blocks.length === 1 ? 'block' : 'blocks'}, ${placed} placed`}
      </span>
    </button>
  );
}

/** The ids of what is placed in the text, the same list while nothing of it changes. */
const usePlaced = () => useReport(useShallow((state) => placedIn(state.report.manuscript)));

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

/** What stands in the report, in reading order. */
export const Contents = memo(function Contents() {
  const report = useReport((state) => state.id);
  const { name } = useStyle();
  const isGone = useReport(({ report, house }) => report.style.kind === 'house' && house === null);
  const items = useReport((state) => state.report.items);
  const adding = useView((view) => view.shown?.kind === 'new-table');
  const listed = useView((view) => view.listed);
  const [sought, setSought] = useState('');
  const sensors = useDragging();
  const placed = usePlaced();
  const entries = useMemo(() => {
    const there = new Set(placed);
    return numberedAs(items, placed).map((numbered) => ({
      ...numbered,
      relations: relationsOf(numbered.item, { items }, there),
    }));
  }, [items, placed]);
  const order = useMemo(() => items.map(({ id }) => id), [items]);
  const isMany = items.length >= MANY;
  const found = isMany ? entries.filter(({ item }) => isCalled(item.name, sought.trim())) : entries;
  const listedIds = found.map(({ item }) => item.id).join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same list while the same ids stand in it
  const inList = useMemo(() => found.map(({ item }) => item.id), [listedIds]);
  const chosen = items.filter(({ id }) => listed.includes(id));
  const label = useRef<HTMLSpanElement>(null);
  const pointer = usePointer();
  /** Shows what is dragged where the pointer is, once that is over the text. */
  const follow = (id: string | null) => {
    const [x, y] = pointer.current;
    const isOver = id !== null && useGalley.getState().dropped?.over(x, y) === true;
    if (!label.current) return;
    label.current.hidden = !isOver;
    label.current.style.translate = `${x + 12}px ${y + 8}px`;
    label.current.textContent = items.find((item) => item.id === id)?.name ?? '';
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    follow(null);
    if (useGalley.getState().dropped?.drop(String(active.id), ...pointer.current)) return;
    if (!over || over.id === active.id) return;
    const moved = String(active.id);
    const to = order.indexOf(String(over.id));
    // Dropped on one further down, it goes after that.
    const before = order.indexOf(moved) < to ? (order[to + 1] ?? null) : String(over.id);
    run('item.move', { item: moved, before });
  };
  return (
    <nav
      aria-label="In this report"
      className="roomy flex w-[188px] shrink-0 flex-col overflow-y-auto border-r border-rule bg-base-200 p-2.5 min-[1700px]:w-[216px]"
    >
      <h2 className="mt-1.5 mb-2 px-1 text-xs font-semibold tracking-wider text-quiet uppercase">In this report</h2>
      {isMany && (
        <input
          type="search"
          aria-label="Find things of the report"
          placeholder={`Find among ${items.length}`}
          className="input input-xs mb-2 w-full shrink-0"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragMove={({ active }) => follow(String(active.id))}
        onDragCancel={() => {
          follow(null);
          useGalley.getState().dropped?.leave();
        }}
        onDragEnd={onDragEnd}
      >
        <ManuscriptEntry />
        <SortableContext items={inList} strategy={verticalListSortingStrategy}>
          <ul className="flex flex-col gap-1.5">
            {found.map(({ item, number, relations }) => (
              <Entry key={item.id} item={item} number={number} order={order} {...relations} />
            ))}
          </ul>
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
      {found.length === 0 && sought.trim() !== '' && <p className="px-2.5 text-quiet">Nothing is called so.</p>}
      {chosen.length > 0 && <ListTools chosen={chosen} />}
      <button
        type="button"
        aria-current={adding}
        onClick={() => show({ kind: 'new-table' })}
        className="mt-3 flex items-center gap-2 rounded-lg border border-dashed border-rule px-2.5 py-2 text-quiet hover:border-primary hover:text-primary aria-[current=true]:border-primary aria-[current=true]:bg-base-100"
      >
        <FilePlus2 size={15} aria-hidden="true" /> Bring in a table
      </button>
      <p className="mt-3 px-1 text-[13px] text-quiet">
        Style:{' '}
        <a className="phrase !font-normal" href={`/styles/${report}`}>
          {isGone ? 'not found; choose another' : name}
        </a>
      </p>
    </nav>
  );
});
