import { useState } from 'react';
import type { Mend, ProofNote } from '../../core/proof/note.ts';
import type { Part } from '../../core/scene/scene.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { run } from '../state/store.ts';
import { openPart, useView } from './view.ts';

interface ProofMarginProps {
  /** id of the thing that they speak of */
  item: string;
  notes: readonly ProofNote[];
}

const point = (part: Part | null) => useView.setState({ noted: part });

function mend(one: Mend) {
  point(null);
  if ('open' in one) openPart(one.open);
  else run(one.call.name, one.call.args);
}

/** The proof notes beside the sheet, each joined to its part; mended with one click or key. */
export function ProofMargin({ item, notes }: ProofMarginProps) {
  const isShown = useView((view) => view.proof && !view.handOff);
  if (!isShown || notes.length === 0) return null;
  const open = notes.filter(({ aside }) => aside === null);
  const aside = notes.filter((note) => note.aside !== null);
  return (
    <aside
      aria-label="Proof notes"
      className="flex w-60 shrink-0 flex-col gap-2.5 overflow-y-auto bg-desk py-4 pr-4 pl-1"
    >
      <h2 className="text-xs font-semibold tracking-wider text-quiet uppercase">Proof notes</h2>
      {open.length === 0 && <p className="text-[13px] text-quiet">Nothing to mend.</p>}
      {open.map((note) => (
        <Note key={note.check} item={item} note={note} />
      ))}
      {aside.length > 0 && (
        <details className="text-[13px] text-quiet">
          <summary className="cursor-pointer">
            {aside.length} {aside.length === 1 ? 'note' : 'notes'} set aside
          </summary>
          <ul className="mt-1.5 flex flex-col gap-1.5">
            {aside.map((note) => (
              <li key={note.check}>
                <b className="font-semibold">{note.title}</b>: {note.aside}{' '}
                <button
                  type="button"
                  className="phrase !min-h-0"
                  onClick={() => run('item.bringNoteBack', { item, check: note.check })}
                >
                  bring back
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </aside>
  );
}

function Note({ item, note }: { item: string; note: ProofNote }) {
  const [setting, setSetting] = useState(false);
  const { check, facts, title, text, mends, part } = note;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: pointing at a note marks its part; the buttons inside do the work
    <div
      data-note={check}
      onMouseEnter={() => point(part)}
      onMouseLeave={() => point(null)}
      onFocus={() => point(part)}
      onBlur={() => point(null)}
      className="rounded-box border border-l-4 border-rule border-l-accent bg-base-100 px-3 py-2 text-[13px] leading-snug"
    >
      <p>
        <b className="font-semibold">{title}.</b> {text}
      </p>
      <p className="mt-1 flex flex-col items-start gap-0.5">
        {mends.map((one) => (
          <button
            key={one.say}
            type="button"
            data-mend
            className="min-h-6 text-left font-semibold text-primary underline underline-offset-2"
            onClick={() => mend(one)}
          >
            {one.say}
          </button>
        ))}
        {setting ? (
          <PhraseText
            atOnce
            label={`Reason to set aside: ${title}`}
            value=""
            placeholder="why it is right as it is"
            className="w-full"
            onCommit={(reason) => run('item.setNoteAside', { item, check, facts, reason: reason.trim() })}
          />
        ) : (
          <button
            type="button"
            className="min-h-6 text-quiet underline underline-offset-2"
            onClick={() => setSetting(true)}
          >
            Set aside
          </button>
        )}
      </p>
    </div>
  );
}
