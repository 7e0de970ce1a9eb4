/** The changeable words of a sentence: a text, a number or a choice, underlined with dots. */
import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react';
import { readNumber } from '../../core/table/numbers.ts';

interface PhraseTextProps {
  label: string;
  value: string;
  placeholder?: string;
  /** takes the new text; returns a sentence when it is refused */
  onCommit(text: string): string | null;
  className?: string;
  colour?: string;
  /** several lines, in a box instead of a word */
  rows?: number;
  /** commits while the user pauses in typing */
  live?: boolean;
  numeric?: boolean;
}

const PAUSE_MS = 700;

/** A text that is kept on Enter, on leaving the field, and with `live` on a pause; Escape goes back to what was kept. */
export function PhraseText({
  label,
  value,
  placeholder,
  onCommit,
  className = '',
  colour,
  rows,
  live,
  numeric,
}: PhraseTextProps) {
  const [draft, setDraft] = useState(value);
  const [error, setError] = useState<string | null>(null);
  const errorId = useId();
  const editing = useRef(false);
  useEffect(() => {
    // An undo or a newer document shows in the field, unless the user is typing there.
    if (!editing.current) setDraft(value);
  }, [value]);
  const commit = (text: string) => {
    if (text === value) return setError(null);
    setError(onCommit(text));
  };
  const latest = useRef(commit);
  latest.current = commit;
  useEffect(() => {
    if (!live || !editing.current) return;
    const pause = setTimeout(() => latest.current(draft), PAUSE_MS);
    return () => clearTimeout(pause);
  }, [draft, live]);
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key === 'Enter' && !(rows && event.shiftKey)) {
      event.preventDefault();
      commit(draft);
    }
    if (event.key === 'Escape') {
      setDraft(value);
      setError(null);
    }
  };
  const shared = {
    'aria-label': label,
    'aria-invalid': error !== null,
    'aria-describedby': error ? errorId : undefined,
    value: draft,
    placeholder,
    onKeyDown,
    onFocus: () => {
      editing.current = true;
    },
    onBlur: () => {
      editing.current = false;
      commit(draft);
      // A number that was refused goes back to what is drawn; its reason stays to be read.
      if (numeric && draft !== value) setDraft(value);
    },
    // Mixed with the ink, so that a light colour still reads on light chrome and a dark one on dark.
    style: colour ? { color: `color-mix(in oklab, ${colour} 55%, var(--color-base-content))` } : undefined,
  };
  return (
    <span className="inline-flex flex-col">
      {rows ? (
        <textarea
          {...shared}
          rows={rows}
          className={`textarea textarea-sm field-sizing-content min-h-0 w-full resize-none py-1 text-[14px] ${className}`}
          onChange={(event) => setDraft(event.target.value)}
        />
      ) : (
        <input
          {...shared}
          type="text"
          inputMode={numeric ? 'decimal' : undefined}
          className={`phrase ${className}`}
          onChange={(event) => setDraft(event.target.value)}
        />
      )}
      {error && (
        <span id={errorId} role="alert" className="max-w-80 text-xs text-error">
          {error}
        </span>
      )}
    </span>
  );
}

interface PhraseNumberProps {
  label: string;
  /** null stands for "automatic" */
  value: number | null;
  /** what is drawn when the value is automatic; without it a value must be given */
  automatic?: string;
  onCommit(value: number | null): string | null;
  className?: string;
}

/** A number in a sentence; emptied, it is automatic again. */
export function PhraseNumber({ label, value, automatic, onCommit, className = '' }: PhraseNumberProps) {
  return (
    <PhraseText
      numeric
      label={label}
      value={value === null ? '' : String(value)}
      placeholder={automatic}
      className={className}
      onCommit={(text) => {
        if (text.trim() === '') return automatic === undefined ? 'Give a number.' : onCommit(null);
        const number = readNumber(text, { decimal: /,\d{1,2}$/.test(text.trim()) ? ',' : '.' });
        return number === null ? `“${text}” is not a number.` : onCommit(number);
      }}
    />
  );
}

interface PhraseChoiceProps<Value extends string> {
  label: string;
  value: Value;
  options: readonly { value: Value; name: string }[];
  onCommit(value: Value): void;
}

/** One of a few words. */
export function PhraseChoice<Value extends string>({ label, value, options, onCommit }: PhraseChoiceProps<Value>) {
  return (
    <select
      aria-label={label}
      className="phrase cursor-pointer"
      value={value}
      onChange={(event) => {
        const chosen = options.find((option) => option.value === event.target.value);
        if (chosen) onCommit(chosen.value);
      }}
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.name}
        </option>
      ))}
    </select>
  );
}
