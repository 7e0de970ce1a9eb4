import { startTransition, useEffect, useMemo, useState } from 'react';
import type { PageOutline } from '../../core/document/outline.ts';
import { textNotes } from '../../core/proof/text/proof.ts';
import { ProofMargin, ProofRoom } from '../report/ProofMargin.tsx';
import { show, useCounted } from '../report/view.ts';
import { run, useReport } from '../state/store.ts';
import { useGalley } from './galley-state.ts';
import { showInGalley } from './marks.ts';

interface TextNotesProps {
  outline: PageOutline | null;
  /** the pages show less than what was written */
  isBehind: boolean;
  /** puts the caret into a block */
  onBlock(id: string): void;
}

/** Where pages stay behind for so long, as without a connection, the text is looked through all the same. */
const WAIT_MS = 2000;

/** What was last while it did not wait: a text is looked through once for what was typed and its pages, which are seen first. */
function useOnceSettled<Of>(latest: Of, waits: boolean): Of {
  const [settled, setSettled] = useState(latest);
  useEffect(() => {
    const take = () => startTransition(() => setSettled(latest));
    if (!waits) {
      take();
      return;
    }
    const wait = setTimeout(take, WAIT_MS);
    return () => clearTimeout(wait);
  }, [latest, waits]);
  return settled;
}

/** The proof notes of the text, beside its pages. */
export function TextNotes({ outline, isBehind, onBlock }: TextNotesProps) {
  const items = useReport((state) => state.report.items);
  const manuscript = useReport((state) => state.report.manuscript);
  const sources = useGalley((state) => state.sources);
  const editor = useGalley((state) => state.editor);
  const isTyped = useGalley((state) => state.typed === manuscript.blocks);
  const proofed = useOnceSettled(
    useMemo(
      () => sources && { report: { items, manuscript }, sources, outline },
      [items, manuscript, sources, outline],
    ),
    isBehind && isTyped,
  );
  const notes = useMemo(() => (proofed ? textNotes(proofed) : []), [proofed]);
  useCounted(notes);
  if (!proofed) return <ProofRoom />;
  if (notes.length === 0) return null;
  return (
    <ProofMargin
      notes={notes.map(({ block, facts, mends, ...note }) => ({
        ...note,
        mends: mends.map((mend) => ({
          say: mend.say,
          run: () => {
            if ('at' in mend) onBlock(mend.at);
            else if ('item' in mend) show({ kind: 'item', id: mend.item });
            else run(mend.call.name, mend.call.args);
          },
        })),
        point: (isPointed) => showInGalley(editor, { noted: isPointed ? block : null }),
        setAside: (reason) => run('manuscript.setNoteAside', { check: note.check, facts, reason }),
        bringBack: () => run('manuscript.bringNoteBack', { check: note.check }),
      }))}
    />
  );
}
