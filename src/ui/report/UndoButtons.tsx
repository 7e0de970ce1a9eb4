import { Redo2, Undo2 } from '../icons.ts';
import { redo, undo, useReport } from '../state/store.ts';

/** Takes the last change back, or brings it again. */
export function UndoButtons() {
  const { past, future } = useReport((state) => state.history);
  const last = past.at(-1);
  const next = future.at(-1);
  return (
    <>
      <button
        type="button"
        className="btn btn-sm"
        disabled={!last}
        onClick={undo}
        title={last ? `Undo ${last.label} (Ctrl Z)` : 'Nothing to undo'}
      >
        <Undo2 size={15} aria-hidden="true" /> Undo
      </button>
      <button
        type="button"
        className="btn btn-sm btn-square"
        disabled={!next}
        onClick={redo}
        aria-label="Redo"
        title={next ? `Redo ${next.label} (Ctrl Shift Z)` : 'Nothing to redo'}
      >
        <Redo2 size={15} aria-hidden="true" />
      </button>
    </>
  );
}
