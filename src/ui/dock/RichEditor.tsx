import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import Italic from '@tiptap/extension-italic';
import Paragraph from '@tiptap/extension-paragraph';
import Text from '@tiptap/extension-text';
import { Placeholder, UndoRedo } from '@tiptap/extensions';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { isSame } from '../../core/named/same.ts';
import { FIELDS, type FieldName, type SayField, type Words } from '../../core/text/rich.ts';
import { Popover } from '../controls/Popover.tsx';
import { useReport } from '../state/store.ts';
import { seenNow, whileTyping } from '../state/typing.ts';
import { Coloured, documentOf, fieldNode, Raised, wordsOf } from './rich-document.ts';

/** What fields can say, and of which lines or rows. */
export interface Fields {
  say: SayField;
  lines: readonly { id: string; name: string }[];
}

export interface RichEditorProps {
  label: string;
  /** what fields can say */
  fields: Fields;
  value: Words;
  placeholder?: string;
  className?: string;
  /** takes the new words; returns a sentence when they are refused */
  onCommit(words: Words): string | null;
}

const PAUSE_MS = 250;
function Tool({ label, on, onClick, children }: { label: string; on: boolean; onClick(): void; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={on}
      className="btn btn-ghost btn-xs btn-square aria-pressed:bg-base-300"
      onMouseDown={(event) => event.preventDefault()}
      onClick={onClick}
    >
      {children}
    </button>
  );
}

interface ToolsProps {
  editor: Editor;
  fields: Fields;
  colours: readonly { name: string; colour: string }[];
}

/** Looks of the chosen words, and the list of fields. */
function Tools({ editor, fields, colours }: ToolsProps) {
  const [line, setLine] = useState<string | null>(null);
  const raise = (to: 'super' | 'sub') =>
    editor.isActive('raised', { to })
      ? editor.chain().focus().unsetMark('raised').run()
      : editor.chain().focus().setMark('raised', { to }).run();
  const insert = (field: FieldName) =>
    editor.chain().focus().insertContent({ type: 'field', attrs: { field, line } }).run();
  return (
    <span className="flex items-center gap-0.5" data-rich-tools>
      <Tool label="Bold" on={editor.isActive('bold')} onClick={() => editor.chain().focus().toggleBold().run()}>
        <b>b</b>
      </Tool>
      <Tool label="Italic" on={editor.isActive('italic')} onClick={() => editor.chain().focus().toggleItalic().run()}>
        <i>i</i>
      </Tool>
      <Tool label="Raised" on={editor.isActive('raised', { to: 'super' })} onClick={() => raise('super')}>
        <span>
          a<sup>2</sup>
        </span>
      </Tool>
      <Tool label="Lowered" on={editor.isActive('raised', { to: 'sub' })} onClick={() => raise('sub')}>
        <span>
          a<sub>2</sub>
        </span>
      </Tool>
      {colours.map(({ name, colour }) => (
        <Tool
          key={name}
          label={`Words in ${name}`}
          on={editor.isActive('coloured', { colour })}
          onClick={() =>
            editor.isActive('coloured', { colour })
              ? editor.chain().focus().unsetMark('coloured').run()
              : editor.chain().focus().setMark('coloured', { colour }).run()
          }
        >
          <span className="h-3 w-3 rounded-sm" style={{ background: colour }} />
        </Tool>
      ))}
      <Popover
        label="Words that follow the data"
        className="phrase ml-1 text-[13px]"
        face="a word that follows the data"
        width="w-80"
      >
        {(close) => (
          <>
            <label className="flex items-baseline gap-1.5">
              Of
              <select
                className="phrase"
                aria-label="Line the word speaks of"
                value={line ?? ''}
                onChange={(event) => setLine(event.target.value || null)}
              >
                <option value="">the first line</option>
                {fields.lines.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
            <ul className="mt-1">
              {FIELDS.map((field) => (
                <li key={field}>
                  <button
                    type="button"
                    className="flex w-full justify-between gap-3 rounded px-2 py-0.5 text-left hover:bg-base-200"
                    onClick={() => {
                      insert(field);
                      close();
                    }}
                  >
                    {field}
                    <span className="text-quiet">{fields.say(field, line)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
      </Popover>
    </span>
  );
}

/** A small editor: kept on Enter, on leaving it and on a pause in typing; Shift Enter begins a new line, Escape goes back. */
export default function RichEditor({
  label,
  fields,
  value,
  placeholder = '',
  className = '',
  onCommit,
}: RichEditorProps) {
  const palette = useReport((state) => state.report.style.palette);
  const [focused, setFocused] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const latest = useRef({ say: fields.say, value, onCommit });
  latest.current = { say: fields.say, value, onCommit };
  const box = useRef<HTMLSpanElement>(null);
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
  const commit = (editor: Editor, quiet = false) => take(wordsOf(editor.getJSON()), quiet);
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
      fieldNode(() => latest.current.say),
    ],
    content: documentOf(value),
    immediatelyRender: true,
    shouldRerenderOnTransaction: true,
    editorProps: {
      attributes: { 'aria-label': label, role: 'textbox', class: 'rich outline-none' },
      handleKeyDown: (view, event) => {
        if (event.key === 'Enter' && !event.shiftKey) {
          (view.dom as HTMLElement).blur();
          return true;
        }
        if (event.key === 'Escape') {
          const before = field.current?.before ?? latest.current.value;
          editor?.commands.setContent(documentOf(before), { emitUpdate: false });
          seen.current = seenNow();
          take(before, true);
          return true;
        }
        return false;
      },
    },
    onUpdate: ({ editor: changed }) => {
      if (!isDirty.current) seen.current = seenNow();
      isDirty.current = true;
      clearTimeout(pause.current);
      pause.current = setTimeout(() => commit(changed, true), PAUSE_MS);
    },
    onFocus: () => {
      field.current ??= { group: crypto.randomUUID(), before: latest.current.value };
      setFocused(true);
    },
    onBlur: ({ editor: left, event }) => {
      // Who only had the caret here takes nothing, whatever was changed elsewhere meanwhile.
      if (isDirty.current) commit(left);
      const to = event.relatedTarget;
      if (!(to instanceof Element && to.closest('[data-rich-tools], [data-floating-ui-portal]'))) {
        field.current = null;
        setFocused(false);
      }
    },
  });
  const leave = useRef(() => {});
  leave.current = () => {
    if (editor && isDirty.current) commit(editor, true);
  };
  useEffect(() => {
    const takeTyped = () => leave.current();
    addEventListener('pagehide', takeTyped);
    return () => {
      removeEventListener('pagehide', takeTyped);
      takeTyped();
    };
  }, []);
  useEffect(() => {
    // An undo or a change made elsewhere shows in the field, unless something is being typed there.
    if (!editor || isDirty.current) return;
    if (!isSame(wordsOf(editor.getJSON()), value)) editor.commands.setContent(documentOf(value), { emitUpdate: false });
  }, [editor, value]);
  useEffect(() => {
    for (const shown of box.current?.querySelectorAll<HTMLElement>('[data-field]') ?? []) {
      const field = FIELDS.find((name) => name === shown.dataset['field']);
      if (field) shown.textContent = fields.say(field, shown.dataset['line'] || null);
    }
  }, [fields]);
  return (
    <span ref={box} className="inline-flex min-w-40 flex-col">
      <EditorContent
        editor={editor}
        className={`min-w-40 rounded border-b border-dotted border-quiet px-1 focus-within:bg-base-200 ${className}`}
      />
      {focused && editor && <Tools editor={editor} fields={fields} colours={palette} />}
      {error && (
        <span role="alert" className="max-w-80 text-xs text-error">
          {error}
        </span>
      )}
    </span>
  );
}
