import { useEffect, useRef } from 'react';
import { contrastOf, LEAST_CONTRAST } from '../../core/style/contrast.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import { PhraseText } from './Phrase.tsx';
import { Popover } from './Popover.tsx';

interface ColourProps {
  colour: string;
  style: HouseStyle;
  onCommit(colour: string): string | null;
  /** follows the pointer in the browser's colour field, before anything is kept */
  onPreview?: ((colour: string) => void) | undefined;
}

const nameIn = (style: HouseStyle, colour: string) =>
  style.palette.find((entry) => entry.colour.toLowerCase() === colour.toLowerCase())?.name ?? colour;

/** The house's colours, or any other by its digits or from the browser's own field, with its contrast to white. */
export function ColourChoice({ colour, style, onCommit, onPreview }: ColourProps) {
  const contrast = contrastOf(colour, '#ffffff');
  return (
    <div>
      <div className="flex flex-wrap items-center gap-1">
        {style.palette.map((entry) => (
          <button
            key={entry.name}
            type="button"
            aria-label={entry.name}
            aria-pressed={entry.colour === colour}
            title={entry.name}
            className="h-7 w-7 rounded border-2 border-transparent p-0.5 aria-pressed:border-base-content"
            onClick={() => onCommit(entry.colour)}
          >
            <span className="block h-full w-full rounded-sm" style={{ background: entry.colour }} />
          </button>
        ))}
        <span className="ml-1">or</span>
        {/* A choice closes when a colour is taken, so it is not taken in the middle of typing. */}
        <PhraseText label="Colour digits" value={colour} onCommit={onCommit} className="w-20" atOnce />
        <AnyColour colour={colour} onCommit={onCommit} onPreview={onPreview} />
      </div>
      <p className={`text-[13px] ${contrast < LEAST_CONTRAST ? 'text-error' : 'text-quiet'}`}>
        Contrast to white {contrast.toFixed(1)} to 1
        {contrast < LEAST_CONTRAST ? `; a thin stroke needs ${LEAST_CONTRAST} to 1 to be seen.` : '.'}
      </p>
    </div>
  );
}

/** A colour as a word of a sentence. */
export function ColourWord({ label, ...choice }: ColourProps & { label: string }) {
  return (
    <Popover
      label={`${label}: ${nameIn(choice.style, choice.colour)}`}
      className="flex h-7 w-8 items-center justify-center rounded hover:bg-base-200"
      width="w-80"
      face={<span className="h-4 w-5 rounded-sm border border-black/20" style={{ background: choice.colour }} />}
    >
      {(close) => (
        <ColourChoice
          {...choice}
          onCommit={(colour) => {
            const refused = choice.onCommit(colour);
            if (refused === null) close();
            return refused;
          }}
        />
      )}
    </Popover>
  );
}

interface AnyColourProps {
  colour: string;
  onCommit(colour: string): string | null;
  onPreview?: ((colour: string) => void) | undefined;
}

/** The browser's own colour field; it commits once, when it is closed. */
function AnyColour({ colour, onCommit, onPreview }: AnyColourProps) {
  const field = useRef<HTMLInputElement>(null);
  const latest = useRef({ onCommit, onPreview });
  latest.current = { onCommit, onPreview };
  useEffect(() => {
    const input = field.current;
    if (!input) return;
    // React's onChange fires at every move of the pointer; the native event only at the end.
    const commit = () => latest.current.onCommit(input.value);
    const preview = () => latest.current.onPreview?.(input.value);
    input.addEventListener('change', commit);
    input.addEventListener('input', preview);
    return () => {
      input.removeEventListener('change', commit);
      input.removeEventListener('input', preview);
    };
  }, []);
  return (
    <input ref={field} type="color" aria-label="Any colour" defaultValue={colour} className="h-7 w-9 cursor-pointer" />
  );
}
