import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import Italic from '@tiptap/extension-italic';
import Paragraph from '@tiptap/extension-paragraph';
import Text from '@tiptap/extension-text';
import { Placeholder, UndoRedo } from '@tiptap/extensions';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import { isSame } from '../../core/named/same.ts';
import type { Words } from '../../core/text/rich.ts';
import { useReport } from '../state/store.ts';
import { seenNow, whileTyping } from '../state/typing.ts';
import { type Facts, RichTools } from './RichTools.tsx';
import { Coloured, documentOf, factIn, factNode, Raised, wordsOf } from './rich-document.ts';

export interface RichEditorProps {
  label: string;
  /** what can be said as words that follow the data */
  facts: Facts;
  value: Words;
  placeholder?: string;
  className?: string;
  /** takes the new words; returns a sentence when they are refused */
  onCommit(words: Words): string | null;
}

const PAUSE_MS = 250;

/** What stands in an editor and is not kept yet: when it is kept, as one step to undo, and why it was refused. */
function useTyped(value: Words, onCommit: RichEditorProps['onCommit']) {
  const [error, setError] = useState<string | null>(null);
  const latest = useRef({ value, onCommit });
  latest.current = { value, onCommit };
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** what is typed while the field has the focus: one step to undo, and what stood there before */
  const field = useRef<{ group: string; before: Words } | null>(null);
  const isDirty = useRef(false);
  const seen = useRef(0);
  const take = (words: Words, quiet: boolean) => {
    clearTimeout(pause.current);
    isDirty.current = false;
    if (isSame(words, latest.current.value)) return setError(null);
    const typing = { group: field.current?.group ?? crypto.randomUUID(), quiet, seen: seen.current };
    const refused = whileTyping(typing, () => latest.current.onCommit(words));
    // What was refused stays in the field to be mended.
    isDirty.current = refused !== null;
    if (!quiet || refused === null) setError(refused);
  };
  const keep = (editor: Editor, quiet: boolean) => {
    if (isDirty.current) take(wordsOf(editor.getJSON()), quiet);
  };
  return {
    error,
    isDirty: () => isDirty.current,
    keep,
    entered: () => {
      field.current ??= { group: crypto.randomUUID(), before: latest.current.value };
    },
    left: () => {
      field.current = null;
    },
    changed: (editor: Editor) => {
      if (!isDirty.current) seen.current = seenNow();
      isDirty.current = true;
      clearTimeout(pause.current);
      pause.current = setTimeout(() => keep(editor, true), PAUSE_MS);
    },
    /** Puts back what stood there before, and returns it. */
    goBack: (): Words => {
      const before = field.current?.before ?? latest.current.value;
      seen.current = seenNow();
      take(before, true);
      return before;
    },
  };
}

/** Keeps what is typed in an editor that goes, with its page or without. */
function useKeptOnLeaving(keep: () => void): void {
  const latest = useRef(keep);
  latest.current = keep;
  useEffect(() => {
    const leave = () => latest.current();
    addEventListener('pagehide', leave);
    return () => {
      removeEventListener('pagehide', leave);
      leave();
    };
  }, []);
}

/** A small editor: kept on Enter, on leaving it and on a pause in typing; Shift Enter begins a new line, Escape goes back. */
export default function RichEditor({
  label,
  facts,
  value,
  placeholder = '',
  className = '',
  onCommit,
}: RichEditorProps) {
  const palette = useReport((state) => state.report.style.palette);
  const [focused, setFocused] = useState(false);
  const typed = useTyped(value, onCommit);
  const say = useRef(facts.say);
  say.current = facts.say;
  const box = useRef<HTMLSpanElement>(null);
  const editor = useEditor({
    extensions: [
      Document,
      Paragraph,
      Text,
      Bold,
      Italic,
      Raised,
      Coloured,
      UndoRedo,
      Placeholder.configure({ placeholder }),
      factNode(() => say.current),
    ],
    content: documentOf(value),
    immediatelyRender: true,
    shouldRerenderOnTransaction: true,
    editorProps: {
      attributes: { 'aria-label': label, role: 'textbox', class: 'rich outline-none' },
      handleKeyDown: (view, event) => {
        if (event.key === 'Escape') editor?.commands.setContent(documentOf(typed.goBack()), { emitUpdate: false });
        else if (event.key === 'Enter' && !event.shiftKey) (view.dom as HTMLElement).blur();
        else return false;
        return true;
      },
    },
    onUpdate: ({ editor: changed }) => typed.changed(changed),
    onFocus: () => {
      typed.entered();
      setFocused(true);
    },
    onBlur: ({ editor: left, event }) => {
      // Who only had the caret here takes nothing, whatever was changed elsewhere meanwhile.
      typed.keep(left, false);
      const to = event.relatedTarget;
      if (to instanceof Element && to.closest('[data-rich-tools], [data-floating-ui-portal]')) return;
      typed.left();
      setFocused(false);
    },
  });
  useKeptOnLeaving(() => editor && typed.keep(editor, true));
  useEffect(() => {
    // An undo or a change made elsewhere shows in the field, unless something is being typed there.
    if (!editor || typed.isDirty()) return;
    if (!isSame(wordsOf(editor.getJSON()), value)) editor.commands.setContent(documentOf(value), { emitUpdate: false });
  }, [editor, value, typed.isDirty]);
  useEffect(() => {
    for (const shown of box.current?.querySelectorAll<HTMLElement>('[data-fact]') ?? []) {
      const run = factIn(shown.dataset['fact'], shown.dataset['part']);
      if (run) shown.textContent = facts.say(run.fact, run.part);
    }
  }, [facts]);
  return (
    <span ref={box} className="inline-flex min-w-40 flex-col">
      <EditorContent
        editor={editor}
        className={`min-w-40 rounded border-b border-dotted border-quiet px-1 focus-within:bg-base-200 ${className}`}
      />
      {focused && editor && <RichTools editor={editor} facts={facts} colours={palette} />}
      {typed.error && (
        <span role="alert" className="max-w-80 text-xs text-error">
          {typed.error}
        </span>
      )}
    </span>
  );
}
