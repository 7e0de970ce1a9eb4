import { type KeyboardEvent, lazy, type MouseEvent, memo, Suspense, useCallback, useState } from 'react';
import { kindOf, sayNumbered } from '../../core/item/kinds.ts';
import { usersOfTable } from '../../core/item/users.ts';
import { isTable, type Report, type ReportItem, tableIn } from '../../core/report/report.ts';
import { rowsOf } from '../../core/table/row-names.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { Copy, Trash2 } from '../icons.ts';
import { run } from '../state/store.ts';
import { placeElement, useDragged } from './dragged.ts';
import { show, useView } from './view.ts';

const Miniature = lazy(async () => ({ default: (await import('./Miniature.tsx')).Miniature }));

/** What stands below the name of a thing, as words; nothing of it changes while words are typed. */
export interface Relations {
  from: string | null;
  size: string | null;
  isLeftOut: boolean;
  /** what uses a table, a thing a line; null for what is no table */
  users: string | null;
}

export function relationsOf(item: ReportItem, report: Pick<Report, 'items'>, placed: ReadonlySet<string>): Relations {
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
export const Entry = memo(function Entry({ item, number, order, ...relations }: EntryProps) {
  const seen = useView((view) => view.seen);
  const isShown = useView((view) => view.shown?.kind === 'item' && view.shown.id === item.id);
  const isPicked = useView((view) => view.listed.includes(item.id));
  const [renaming, setRenaming] = useState(false);
  const drag = useDragged((things) => things[item.id]);
  const place = useCallback((element: HTMLElement | null) => placeElement(item.id, element), [item.id]);
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
      ref={place}
      style={{
        transform: drag?.transform,
        transition: drag?.transition,
        opacity: drag?.isDragging ? 0.6 : undefined,
      }}
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
          title="Double-click or F2 renames, Alt ↑ and Alt ↓ move, Ctrl or Shift chooses several"
          onClick={onClick}
          onDoubleClick={() => setRenaming(true)}
          onKeyDown={onKeyDown}
          {...drag?.listeners}
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
