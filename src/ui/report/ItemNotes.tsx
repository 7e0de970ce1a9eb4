import type { ProofNote } from '../../core/proof/note.ts';
import { run } from '../state/store.ts';
import { ProofMargin } from './ProofMargin.tsx';
import { openPart, useView } from './view.ts';

interface ItemNotesProps {
  /** id of the thing that they speak of */
  item: string;
  notes: readonly ProofNote[];
}

/** The proof notes of a figure or a spark table, each joined to a part of its sheet. */
export const ItemNotes = ({ item, notes }: ItemNotesProps) => (
  <ProofMargin
    notes={notes.map(({ part, facts, mends, ...note }) => ({
      ...note,
      mends: mends.map((mend) => ({
        say: mend.say,
        run: () => ('open' in mend ? openPart(mend.open) : run(mend.call.name, mend.call.args)),
      })),
      point: (isPointed) => useView.setState({ noted: isPointed ? part : null }),
      setAside: (reason) => run('item.setNoteAside', { item, check: note.check, facts, reason }),
      bringBack: () => run('item.bringNoteBack', { item, check: note.check }),
    }))}
  />
);
