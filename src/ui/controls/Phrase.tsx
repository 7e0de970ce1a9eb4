/** The changeable words of a sentence: a text, a number or a choice, underlined with dots. */
import { type KeyboardEvent, useCallback, useEffect, useId, useRef, useState } from 'react';
import { numberTyped } from '../../core/table/numbers.ts';
import { Pause } from '../state/pause.ts';
import { seenNow, takeLast, whileTyping } from '../state/typing.ts';

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
  numeric?: boolean;
  /** has the focus and its words marked from the beginning */
  isFocused?: boolean;
  /** takes the text on Enter or on leaving the field only, for what does something when it is taken */
  atOnce?: boolean;
}

/**
 * The text of a field while it is typed: taken on every pause, on Enter, on
 * leaving the field and when the page goes, all as one step to undo. Escape
 * ends the typing and keeps words, which are shown as saved by then; a number,
 * what was refused, and what is taken on Enter only go back to what stood before.
 */
function useTyped({
  value,
  onCommit,
  numeric,
  atOnce,
}: Pick<PhraseTextProps, 'value' | 'onCommit' | 'numeric' | 'atOnce'>) {
  const [draft, setDraft] = useState(value);
  const [pause] = useState(() => new Pause());
  const [error, setError] = useState<string | null>(null);
  /** the field that is being typed into: its step to undo, and what stood there */
  const field = useRef<{ group: string; before: string } | null>(null);
  const isDirty = useRef(false);
  const seen = useRef(0);
  /** the value will change because of what was typed here, perhaps trimmed, and the field stays as it was typed */
  const isOwn = useRef(false);
  useEffect(() => {
    if (!isDirty.current && !isOwn.current) setDraft(value);
    isOwn.current = false;
  }, [value]);
  const take = (text: string, quiet: boolean) => {
    pause.end();
    isDirty.current = false;
    isOwn.current = false;
    if (text === value) return setError(null);
    isOwn.current = field.current !== null;
    const typing = { group: field.current?.group ?? crypto.randomUUID(), quiet, seen: seen.current };
    const refused = whileTyping(typing, () => onCommit(text));
    // What was refused stays in the field to be mended.
    isDirty.current = refused !== null;
    if (refused !== null) isOwn.current = false;
    if (!quiet || refused === null) setError(refused);
  };
  const latest = useRef({ take, draft, isTold: false });
  latest.current = { take, draft, isTold: error !== null };
  const takeTyped = useCallback(() => {
    if (isDirty.current) latest.current.take(latest.current.draft, true);
  }, []);
  useEffect(
    () => () => {
      // What was refused and said is left, like a word that was not confirmed.
      if (!atOnce && !latest.current.isTold) takeLast(takeTyped);
    },
    [atOnce, takeTyped],
  );
  return {
    draft,
    error,
    type: (text: string) => {
      if (!isDirty.current) seen.current = seenNow();
      isDirty.current = true;
      setDraft(text);
      if (!atOnce) pause.begin(takeTyped);
    },
    begin: () => {
      field.current = { group: crypto.randomUUID(), before: value };
    },
    confirm: () => {
      if (isDirty.current) take(draft, false);
      // What was confirmed is kept, and what is typed next is another step.
      if (!isDirty.current) field.current = { group: crypto.randomUUID(), before: draft };
    },
    end: () => {
      // Who only had the caret here takes nothing, whatever was changed elsewhere meanwhile.
      const wasTyped = isDirty.current;
      if (wasTyped) take(draft, false);
      field.current = null;
      isOwn.current = false;
      // A number that was refused goes back to what is drawn; its reason stays to be read.
      if (!wasTyped || (numeric && isDirty.current)) {
        isDirty.current = false;
        setDraft(value);
      }
    },
    goBack: () => {
      const before = field.current?.before ?? value;
      seen.current = seenNow();
      setDraft(before);
      take(before, true);
      setError(null);
    },
  };
}

/** A text among the words of a sentence. */
export function PhraseText({ label, placeholder, className = '', colour, rows, isFocused, ...text }: PhraseTextProps) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (isFocused) field.current?.select();
  }, [isFocused]);
  const { draft, error, type, begin, confirm, end, goBack } = useTyped(text);
  const errorId = useId();
  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key === 'Enter' && !(rows && event.shiftKey)) {
      event.preventDefault();
      confirm();
    }
    if (event.key === 'Escape') {
      if (text.numeric || text.atOnce || error !== null) goBack();
      else event.currentTarget.blur();
    }
  };
  const shared = {
    'aria-label': label,
    'aria-invalid': error !== null,
    'aria-describedby': error ? errorId : undefined,
    value: draft,
    placeholder,
    onKeyDown,
    onFocus: begin,
    onBlur: end,
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
          onChange={(event) => type(event.target.value)}
        />
      ) : (
        <input
          {...shared}
          ref={field}
          type="text"
          inputMode={text.numeric ? 'decimal' : undefined}
          className={`phrase ${className}`}
          onChange={(event) => type(event.target.value)}
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
  /** as with a text */
  atOnce?: boolean;
}

/** A number in a sentence; emptied, it is automatic again. */
export function PhraseNumber({ label, value, automatic, onCommit, className = '', atOnce = false }: PhraseNumberProps) {
  return (
    <PhraseText
      numeric
      atOnce={atOnce}
      label={label}
      value={value === null ? '' : String(value)}
      placeholder={automatic}
      className={className}
      onCommit={(text) => {
        if (text.trim() === '') return automatic === undefined ? 'Give a number.' : onCommit(null);
        const number = numberTyped(text);
        return number === null ? `“${text}” is not a number.` : onCommit(number);
      }}
    />
  );
}
