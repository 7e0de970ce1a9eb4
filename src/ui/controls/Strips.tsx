import type { KeyboardEvent, ReactNode } from 'react';
import { ChevronDown, ChevronUp } from '../icons.ts';

interface StripsProps<Id extends string> {
  /** what the strips are strips of, said aloud */
  label: string;
  strips: readonly { id: Id; name: string }[];
  open: Id;
  onOpen(id: Id): void;
  folded: boolean;
  onFold(folded: boolean): void;
  /** words at the end of the line of names */
  aside?: ReactNode;
  height?: string;
  children: ReactNode;
}

/** The dock: strips of which one is open, below what they set. */
export function Strips<Id extends string>(props: StripsProps<Id>) {
  const { label, strips, open, onOpen, folded, onFold, aside, height = 'h-[262px]', children } = props;
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    const index = strips.findIndex((entry) => entry.id === open);
    const next = strips[(index + step + strips.length) % strips.length];
    if (!next) return;
    onOpen(next.id);
    document.getElementById(`strip-${next.id}`)?.focus();
  };
  return (
    <section
      aria-label={label}
      data-holds-popovers
      className={`roomy flex shrink-0 flex-col border-t border-rule bg-base-100 ${folded ? '' : height}`}
    >
      <div className="flex h-9 shrink-0 items-end border-b border-rule bg-base-200 pr-3 pl-3.5">
        <div
          role="tablist"
          aria-label="Strips"
          className="flex max-w-[86%] shrink-0 items-end gap-0.5 overflow-x-auto overflow-y-hidden"
          onKeyDown={onKeyDown}
        >
          {strips.map((entry) => (
            <button
              key={entry.id}
              id={`strip-${entry.id}`}
              type="button"
              role="tab"
              aria-selected={entry.id === open}
              aria-controls="strip"
              tabIndex={entry.id === open ? 0 : -1}
              onClick={() => onOpen(entry.id)}
              className="-mb-px max-w-44 shrink-0 truncate rounded-t-lg border border-b-0 border-transparent px-3.5 py-1.5 font-semibold whitespace-nowrap text-quiet aria-selected:border-rule aria-selected:bg-base-100 aria-selected:text-primary"
            >
              {entry.name}
            </button>
          ))}
        </div>
        <span className="ml-auto min-w-0 truncate pl-3 pb-1.5 text-[13px] whitespace-nowrap text-quiet">{aside}</span>
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square mb-1 ml-2 shrink-0"
          aria-label={folded ? 'Unfold the dock' : 'Fold the dock away'}
          aria-expanded={!folded}
          onClick={() => onFold(!folded)}
        >
          {folded ? <ChevronUp size={16} aria-hidden="true" /> : <ChevronDown size={16} aria-hidden="true" />}
        </button>
      </div>
      {!folded && (
        <div id="strip" role="tabpanel" aria-labelledby={`strip-${open}`} className="min-h-0 flex-1 overflow-auto">
          {children}
        </div>
      )}
    </section>
  );
}
