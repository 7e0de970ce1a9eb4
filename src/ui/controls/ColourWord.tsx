import {
  autoUpdate,
  FloatingFocusManager,
  flip,
  offset,
  shift,
  useClick,
  useDismiss,
  useFloating,
  useInteractions,
  useRole,
} from '@floating-ui/react';
import { useEffect, useRef, useState } from 'react';
import type { HouseStyle } from '../../core/style/style.ts';
import { PhraseText } from './Phrase.tsx';

interface ColourWordProps {
  label: string;
  colour: string;
  style: HouseStyle;
  onCommit(colour: string): string | null;
}

/** A colour and the house's colours to change it to, or any other by its digits. */
export function ColourWord({ label, colour, style, onCommit }: ColourWordProps) {
  const [open, setOpen] = useState(false);
  const { refs, floatingStyles, context } = useFloating({
    open,
    onOpenChange: setOpen,
    placement: 'top-start',
    middleware: [offset(6), flip(), shift({ padding: 8 })],
    whileElementsMounted: autoUpdate,
  });
  const { getReferenceProps, getFloatingProps } = useInteractions([
    useClick(context),
    useDismiss(context),
    useRole(context),
  ]);
  const name = style.palette.find((entry) => entry.colour.toLowerCase() === colour.toLowerCase())?.name ?? colour;
  const choose = (chosen: string) => {
    if (onCommit(chosen) === null) setOpen(false);
  };
  return (
    <>
      <button
        type="button"
        ref={refs.setReference}
        {...getReferenceProps()}
        aria-label={`${label}: ${name}`}
        className="flex h-7 w-8 items-center justify-center rounded hover:bg-base-200"
      >
        <span className="h-4 w-5 rounded-sm border border-black/20" style={{ background: colour }} />
      </button>
      {open && (
        <FloatingFocusManager context={context} modal={false}>
          <div
            ref={refs.setFloating}
            style={floatingStyles}
            {...getFloatingProps()}
            className="z-30 w-56 rounded-box border border-rule bg-base-100 p-3 shadow-lg"
          >
            <p className="mb-2 text-xs text-quiet">{style.name} colours</p>
            <div className="flex flex-wrap gap-1">
              {style.palette.map((entry) => (
                <button
                  key={entry.name}
                  type="button"
                  aria-label={entry.name}
                  aria-pressed={entry.colour === colour}
                  title={entry.name}
                  className="h-8 w-8 rounded border-2 border-transparent p-0.5 aria-pressed:border-base-content"
                  onClick={() => choose(entry.colour)}
                >
                  <span className="block h-full w-full rounded-sm" style={{ background: entry.colour }} />
                </button>
              ))}
            </div>
            <div className="mt-3 flex items-center gap-2 text-sm">
              <span>or</span>
              <PhraseText label="Colour digits" value={colour} onCommit={onCommit} className="w-20" />
              <AnyColour colour={colour} onCommit={choose} />
            </div>
          </div>
        </FloatingFocusManager>
      )}
    </>
  );
}

/** The browser's own colour field; it commits once, when it is closed. */
function AnyColour({ colour, onCommit }: { colour: string; onCommit(colour: string): void }) {
  const field = useRef<HTMLInputElement>(null);
  const latest = useRef(onCommit);
  latest.current = onCommit;
  useEffect(() => {
    const input = field.current;
    // React's onChange fires at every move of the pointer; the native event only at the end.
    const commit = () => input && latest.current(input.value);
    input?.addEventListener('change', commit);
    return () => input?.removeEventListener('change', commit);
  }, []);
  return (
    <input ref={field} type="color" aria-label="Any colour" defaultValue={colour} className="h-7 w-9 cursor-pointer" />
  );
}
