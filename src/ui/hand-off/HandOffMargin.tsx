import type { ReactNode } from 'react';
import { X } from '../icons.ts';
import { useView } from '../report/view.ts';

/**
 * What is handed off, in the place of the proof notes, so that the sheet stays
 * as it is. Where the notes are put away it stands over the desk.
 */
export function HandOffMargin({ children }: { children: ReactNode }) {
  const proof = useView((view) => view.proof);
  return (
    <aside
      aria-label="Hand off"
      className={`roomy flex w-60 shrink-0 flex-col gap-2.5 overflow-y-auto border-l border-rule bg-base-100 p-3 ${proof ? '' : 'absolute inset-y-0 right-0 z-20 shadow-lg'}`}
    >
      <div className="flex items-center">
        <h2 className="font-serif text-lg font-semibold">Hand off</h2>
        <button
          type="button"
          className="btn btn-ghost btn-sm btn-square ml-auto"
          aria-label="Close hand off"
          onClick={() => useView.setState({ handOff: false })}
        >
          <X size={16} aria-hidden="true" />
        </button>
      </div>
      {children}
    </aside>
  );
}
