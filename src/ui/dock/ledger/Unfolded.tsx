import { type ReactNode, useEffect, useRef } from 'react';
import { X } from '../../icons.ts';

interface UnfoldedProps {
  /** what the sentences set, said aloud */
  name: string;
  onFold(): void;
  children: ReactNode;
}

/** The sentences of a cell below its row, as a part of the ledger; Escape folds them and gives the focus back to the cell. */
export function Unfolded({ name, onFold, children }: UnfoldedProps) {
  const row = useRef<HTMLTableRowElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each cell that is opened is brought into sight
  useEffect(() => {
    // With the row it is of, below what stays at the top of the ledger.
    row.current?.scrollIntoView({ block: 'nearest' });
    row.current?.previousElementSibling?.scrollIntoView({ block: 'nearest' });
  }, [name]);
  const fold = () => {
    const cell = row.current?.previousElementSibling?.querySelector<HTMLElement>('[aria-expanded="true"]');
    onFold();
    cell?.focus();
  };
  return (
    <tr ref={row} className="border-b border-rule bg-base-100">
      <td colSpan={11} className="py-1 pr-3 pl-16">
        <section
          aria-label={name}
          className="relative border-l-2 border-primary pr-8 pl-3"
          onKeyDown={(event) => {
            if (event.key !== 'Escape' || event.defaultPrevented) return;
            event.stopPropagation();
            fold();
          }}
        >
          {children}
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square absolute top-0 right-0"
            aria-label={`Fold away: ${name}`}
            onClick={fold}
          >
            <X size={14} aria-hidden="true" />
          </button>
        </section>
      </td>
    </tr>
  );
}
