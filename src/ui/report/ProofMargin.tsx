import { useState } from 'react';
import { PhraseText } from '../controls/Phrase.tsx';
import { useView } from './view.ts';

/** A note as it is shown: what it says, and what mends it. */
export interface ShownNote {
  check: string;
  title: string;
  text: string;
  /** the reason for which it was set aside, or null */
  aside: string | null;
  mends: readonly { say: string; run(): void }[];
  /** shows where it belongs, while it is pointed at */
  point(isPointed: boolean): void;
  setAside(reason: string): string | null;
  bringBack(): void;
}

const useIsShown = () => useView((view) => view.proof && view.handOff !== 'one');

/** The room for notes that are being looked for, so that nothing is moved aside when they come. */
export function ProofRoom() {
  return useIsShown() ? <div className="w-60 shrink-0 bg-desk" /> : null;
}

/** The proof notes beside what they speak of, each joined to its part; mended with one click or key. */
export function ProofMargin({ notes }: { notes: readonly ShownNote[] }) {
  const isShown = useIsShown();
  if (!isShown) return null;
  const open = notes.filter(({ aside }) => aside === null);
  const aside = notes.filter((note) => note.aside !== null);
  return (
    <aside
      aria-label="Proof notes"
      className="roomy flex w-60 shrink-0 flex-col gap-2.5 overflow-y-auto bg-desk py-4 pr-4 pl-1"
    >
      <h2 className="text-xs font-semibold tracking-wider text-quiet uppercase">Proof notes</h2>
      {open.length === 0 && <p className="text-[13px] text-quiet">Nothing to correct.</p>}
      {open.map((note) => (
        <Note key={note.check} note={note} />
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
                <button type="button" className="phrase !min-h-0" onClick={note.bringBack}>
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

function Note({ note }: { note: ShownNote }) {
  const [setting, setSetting] = useState(false);
  const { check, title, text, mends, point } = note;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: pointing at a note marks its part; the buttons inside do the work
    <div
      data-note={check}
      onMouseEnter={() => point(true)}
      onMouseLeave={() => point(false)}
      onFocus={() => point(true)}
      onBlur={() => point(false)}
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
            onClick={() => {
              point(false);
              one.run();
            }}
          >
            {one.say}
          </button>
        ))}
        {setting ? (
          <PhraseText
            atOnce
            isFocused
            label={`Reason to set aside: ${title}`}
            value=""
            placeholder="why it is right as it is"
            className="w-full"
            onCommit={(reason) => note.setAside(reason.trim())}
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
