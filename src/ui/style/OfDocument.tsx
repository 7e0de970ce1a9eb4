import { useEffect, useRef } from 'react';
import { styleFile } from '../../core/report/style-file.ts';
import type { ProposedStyle } from '../../formats/style-of-document.ts';

interface OfDocumentProps {
  proposed: ProposedStyle;
  /** makes a style of its file form */
  onMake(file: unknown): void;
  onClose(): void;
}

function List({ title, sentences }: { title: string; sentences: readonly string[] }) {
  if (sentences.length === 0) return null;
  return (
    <section>
      <h3 className="font-semibold">{title}</h3>
      <ul className="list-disc pl-5">
        {sentences.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </section>
  );
}

/** What a document proposes as a style: what was found in it and what was not, before a style is made of it. */
export function OfDocument({ proposed, onMake, onClose }: OfDocumentProps) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => dialog.current?.showModal(), []);
  const { style, found, missing } = proposed;
  return (
    <dialog ref={dialog} className="modal" aria-label="A style of a document" onClose={onClose}>
      <div className="modal-box flex max-w-xl flex-col gap-3 leading-6">
        <h2 className="font-serif text-lg font-semibold">A style as “{style.name}” has it</h2>
        <List title="Found" sentences={found} />
        <List title="Not found, so as in the built-in style" sentences={missing} />
        <p className="flex flex-wrap items-center gap-1.5">
          {style.palette.map(({ name, colour }) => (
            <span
              key={name}
              title={`${name}, ${colour}`}
              className="inline-block h-5 w-7 rounded border border-rule"
              style={{ background: colour }}
            />
          ))}
        </p>
        <div className="flex justify-end gap-2">
          <button type="button" className="btn btn-sm" onClick={() => dialog.current?.close()}>
            Cancel
          </button>
          <button
            type="button"
            className="btn btn-sm btn-primary"
            disabled={found.length === 0}
            onClick={() => onMake(styleFile(style))}
          >
            Make this style
          </button>
        </div>
      </div>
    </dialog>
  );
}
