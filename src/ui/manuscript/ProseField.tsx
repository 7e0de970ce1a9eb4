import Document from '@tiptap/extension-document';
import { Placeholder } from '@tiptap/extensions';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import type { ProseRun } from '../../core/document/prose.ts';
import { isSame } from '../../core/named/same.ts';
import { Pause } from '../state/pause.ts';
import { redo, undo } from '../state/store.ts';
import { takeLast } from '../state/typing.ts';
import { inlineOf, wordsIn } from './galley-document.ts';
import { find } from './galley-state.ts';
import { OF_WORDS } from './of-words.ts';

interface ProseFieldProps {
  label: string;
  words: readonly ProseRun[];
  placeholder?: string;
  className?: string;
  /** keeps the words in the place of those that stood in the field, or says why not */
  onCommit(was: readonly ProseRun[], words: ProseRun[]): string | null;
  /** called once something was found and put in, with the field away */
  onFound?(): void;
}

const contentOf = (words: readonly ProseRun[]) => ({
  type: 'doc',
  content: [{ type: 'words', content: inlineOf(words) }],
});
const wordsOf = (editor: Editor) => wordsIn(editor.getJSON().content?.[0]?.content);

/** A field for a line of words with numbers that follow the data among them: a caption, or a footnote. */
export function ProseField({ label, words, placeholder = '', className = '', onCommit, onFound }: ProseFieldProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  const [pause] = useState(() => new Pause());
  const latest = useRef({ onCommit, onFound });
  latest.current = { onCommit, onFound };
  /** the words that stood in the field as far as they were kept */
  const base = useRef(words);
  /** what was typed and is not kept yet */
  const typed = useRef<ProseRun[] | null>(null);
  const keep = () => {
    pause.end();
    const now = typed.current;
    typed.current = null;
    if (now) put(now);
  };
  const put = (now: ProseRun[]) => {
    if (isSame(now, base.current)) return;
    const refused = latest.current.onCommit(base.current, now);
    setWrong(refused);
    if (refused === null) base.current = now;
  };
  const editor = useEditor({
    extensions: [Document.extend({ content: 'words' }), ...OF_WORDS, Placeholder.configure({ placeholder })],
    content: contentOf(words),
    immediatelyRender: true,
    shouldRerenderOnTransaction: false,
    editorProps: {
      attributes: {
        'aria-label': label,
        role: 'textbox',
        title: '{ puts in a number that follows the data',
        class: `prose-field ${className}`,
      },
      handleKeyDown: (view, event) => {
        if (event.key === 'Enter') {
          view.dom.blur();
          return true;
        }
        if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
          keep();
          if (event.shiftKey) redo();
          else undo();
          return true;
        }
        return false;
      },
      handleTextInput: (_view, from, to, text) => {
        if (text !== '{' || !editor) return false;
        const [before, after] = [
          wordsIn(editor.state.doc.cut(0, from).toJSON().content?.[0]?.content),
          wordsIn(editor.state.doc.cut(to).toJSON().content?.[0]?.content),
        ];
        keep();
        find('a number', (found) => {
          const run: ProseRun = typeof found === 'string' ? { kind: 'text', text: found } : found;
          put([...before, run, ...after]);
          latest.current.onFound?.();
        });
        return true;
      },
      handlePaste: (view, event) => {
        const text = (event.clipboardData?.getData('text/plain') ?? '').replace(/\s+/g, ' ');
        view.dispatch(view.state.tr.insertText(text));
        return true;
      },
    },
    onUpdate: ({ editor: here }) => {
      typed.current = wordsOf(here);
      pause.begin(keep);
    },
    onBlur: keep,
  });
  useEffect(() => {
    if (!editor || editor.isFocused) return;
    base.current = words;
    if (!isSame(wordsOf(editor), words)) editor.commands.setContent(contentOf(words), { emitUpdate: false });
  }, [editor, words]);
  // What was typed last is kept, though the field goes before its pause is over.
  const last = useRef(keep);
  last.current = () => takeLast(keep);
  useEffect(() => () => last.current(), []);
  return (
    <span className="inline-flex min-w-0 flex-col">
      <EditorContent editor={editor} />
      {wrong && (
        <span role="alert" className="text-[13px] text-error">
          {wrong}
        </span>
      )}
    </span>
  );
}
