import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import Italic from '@tiptap/extension-italic';
import Paragraph from '@tiptap/extension-paragraph';
import Text from '@tiptap/extension-text';
import { Placeholder, UndoRedo } from '@tiptap/extensions';
import type { EditorView } from '@tiptap/pm/view';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import { isSame } from '../../core/named/same.ts';
import type { Words } from '../../core/text/rich.ts';
import { inText } from '../controls/in-text.ts';
import { CARET, type CaretWish } from '../report/caret.ts';
import { Pause } from '../state/pause.ts';
import { useStyle } from '../state/style.ts';
import { seenNow, takeLast, whileTyping } from '../state/typing.ts';
import { type Facts, RichTools } from './RichTools.tsx';
import { Coloured, documentOf, factIn, factNode, Raised, wordsOf } from './rich-document.ts';

export interface RichEditorProps {
  label: string;
  /** what can be said as words that follow the data */
  facts: Facts;
  value: Words;
  placeholder?: string;
  className?: string;
  /** hears what stands there while it is typed, and null once that is taken or given up */
  onTyping?(words: Words | null): void;
  /** takes the new words; returns a sentence when they are refused */
  onCommit(words: Words): string | null;
}

/** What stands in an editor and is not kept yet: when it is kept, as one step to undo, and why it was refused. */
function useTyped(value: Words, { onCommit, onTyping }: Pick<RichEditorProps, 'onCommit' | 'onTyping'>) {
  const [error, setError] = useState<string | null>(null);
  const latest = useRef({ value, onCommit, onTyping });
  latest.current = { value, onCommit, onTyping };
  const [pause] = useState(() => new Pause());
  /** what is typed while the field has the focus: one step to undo, and what stood there before */
  const field = useRef<{ group: string; before: Words } | null>(null);
  const isDirty = useRef(false);
  const seen = useRef(0);
  const take = (words: Words, quiet: boolean) => {
    pause.end();
    isDirty.current = false;
    // From now on the sheet shows what stands in the report, also where others set it.
    latest.current.onTyping?.(null);
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
      pause.begin(() => keep(editor, true));
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

/** Keeps what is typed in an editor that goes. */
function useKeptOnLeaving(keep: () => void): void {
  const latest = useRef(keep);
  latest.current = keep;
  useEffect(() => () => latest.current(), []);
}

/** A small editor: kept on Enter, on leaving it and on a pause in typing; Shift Enter begins a new line. Escape ends the typing, too, and goes back only where the words were refused. */
export default function RichEditor({
  label,
  facts,
  value,
  placeholder = '',
  className = '',
  onTyping,
  onCommit,
}: RichEditorProps) {
  const palette = useStyle().palette;
  const [focused, setFocused] = useState(false);
  const typed = useTyped(value, { onCommit, ...(onTyping && { onTyping }) });
  const say = useRef(facts.say);
  say.current = facts.say;
  const refused = useRef(false);
  refused.current = typed.error !== null;
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
      handleDOMEvents: {
        [CARET]: (view: EditorView, event: Event) => {
          const { detail } = event as CustomEvent<CaretWish | null>;
          const place = detail
            ? view.posAtDOM(detail.node, detail.offset)
            : { from: 0, to: view.state.doc.content.size };
          if (editor) inText(editor).setTextSelection(place).run();
          return true;
        },
      },
      handleKeyDown: (view, event) => {
        const ends = event.key === 'Escape' || (event.key === 'Enter' && !event.shiftKey);
        if (!ends) return false;
        if (event.key === 'Escape' && refused.current)
          editor?.commands.setContent(documentOf(typed.goBack()), { emitUpdate: false });
        else (view.dom as HTMLElement).blur();
        return true;
      },
    },
    onUpdate: ({ editor: changed }) => {
      typed.changed(changed);
      onTyping?.(wordsOf(changed.getJSON()));
    },
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
  // What was refused and said is left.
  useKeptOnLeaving(() => editor && !typed.error && takeLast(() => typed.keep(editor, true)));
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
    <span ref={box} className="relative inline-flex min-w-40 flex-col">
      <EditorContent
        editor={editor}
        className={`min-w-40 rounded border-b border-dotted border-quiet px-1 focus-within:bg-base-200 ${className}`}
      />
      {focused && editor && (
        // Below the field and over what stands there, so that nothing moves when it comes and goes.
        <span className="absolute top-full left-0 z-20 w-max max-w-[36rem] rounded-b-box border border-t-0 border-rule bg-base-100 px-2 py-0.5 shadow-md">
          <RichTools editor={editor} facts={facts} colours={palette} />
        </span>
      )}
      {typed.error && (
        <span role="alert" className="max-w-80 text-xs text-error">
          {typed.error}
        </span>
      )}
    </span>
  );
}
