import { Node } from '@tiptap/core';
import Document from '@tiptap/extension-document';
import { Placeholder } from '@tiptap/extensions';
import { DOMParser as ProseParser } from '@tiptap/pm/model';
import type { EditorView } from '@tiptap/pm/view';
import { type Editor, EditorContent, ReactNodeViewRenderer, useEditor } from '@tiptap/react';
import { useEffect, useRef, useState } from 'react';
import type { Block } from '../../core/document/manuscript.ts';
import { isSame } from '../../core/named/same.ts';
import { headingFace, textFace } from '../../core/style/type.ts';
import { faceOf, familyName } from '../../core/type/faces.ts';
import { useLetters } from '../letters/wanted.ts';
import { Pause } from '../state/pause.ts';
import { current, redo, run, showNotice, undo, useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';
import { seenNow, whileTyping } from '../state/typing.ts';
import { galleyCalls } from './changes.ts';
import { droppingInto } from './dropping.ts';
import { blocksIn, galleyOf } from './galley-document.ts';
import { chosenIn, Keys } from './galley-schema.ts';
import { choose, find, useGalley } from './galley-state.ts';
import { Marks } from './marks.ts';
import { OF_WORDS } from './of-words.ts';
import { PlacedBlock } from './PlacedBlock.tsx';
import { type Pasted, pastedHtml, pastedText, placedFrom } from './pasted.ts';

/** What is typed is kept after so long a pause, and begins another step to undo after a longer one. */
const [PAUSE_MS, STEP_MS] = [150, 1500];

const PlacedNode = Node.create({
  name: 'placed',
  group: 'block',
  atom: true,
  selectable: true,
  draggable: true,
  /** `pasted` is all of a block that was cut or copied, until the report has it */
  addAttributes: () => ({ id: { default: null }, kind: { default: 'figure' }, pasted: { default: null } }),
  parseHTML: () => [
    {
      tag: 'div[data-placed]',
      getAttrs: (element) => {
        const pasted = placedFrom(element.getAttribute('data-placed') ?? '');
        return pasted ? { id: pasted.id, kind: pasted.type, pasted } : false;
      },
    },
  ],
  renderHTML: ({ node }) => {
    const block = current().report.manuscript.blocks.find(({ id }) => id === node.attrs['id']);
    return ['div', { 'data-placed': JSON.stringify(block ?? node.attrs['pasted']) }];
  },
  addNodeView: () => ReactNodeViewRenderer(PlacedBlock),
});

/** Keeps what is typed in step with the report: what was typed goes there as commands, and what others did comes here. */
function useKept() {
  const blocks = useReport((state) => state.report.manuscript.blocks);
  /** the blocks that stand in the editor as far as they were kept */
  const base = useRef<readonly Block[]>(blocks);
  /** something stands in the editor that the report will not have */
  const hasStray = useRef(false);
  const isDirty = useRef(false);
  const [pause] = useState(() => new Pause());
  const step = useRef({ group: '', at: 0 });
  const seen = useRef(0);
  const isOwn = useRef(false);
  const keep = (editor: Editor) => {
    pause.end();
    if (!isDirty.current) return;
    isDirty.current = false;
    const now = performance.now();
    if (now - step.current.at > STEP_MS) step.current = { group: crypto.randomUUID(), at: now };
    step.current.at = now;
    const stand = blocksIn(editor.getJSON());
    const calls = galleyCalls(base.current, stand);
    const known = new Map(base.current.map((block) => [block.id, block]));
    base.current = stand.flatMap((block) =>
      block.type === 'words' ? [block] : (known.get(block.id) ?? block.pasted ?? []),
    );
    hasStray.current =
      base.current.length < editor.state.doc.childCount ||
      stand.some(
        (block, at) => block.type === 'words' && !isSame(known.get(block.id), block) && !stands(editor, block, at),
      );
    const typing = { group: step.current.group, quiet: false, seen: seen.current, last: true };
    const refused = whileTyping(typing, () =>
      calls.reduce<string | null>((why, { name, args }) => run(name, args as never) ?? why, null),
    );
    useGalley.setState({ typed: current().report.manuscript.blocks });
    // What was refused is told and kept aside, and the galley shows what stands in the report.
    if (refused !== null) putBlocks(editor, current().report.manuscript.blocks);
  };
  const latest = useRef(keep);
  latest.current = keep;
  const putBlocks = (editor: Editor, next: readonly Block[]) => {
    base.current = next;
    hasStray.current = false;
    isOwn.current = true;
    putIn(editor, next);
    isOwn.current = false;
  };
  return {
    blocks,
    keep,
    changed(editor: Editor) {
      if (isOwn.current) return;
      if (!isDirty.current) seen.current = seenNow();
      isDirty.current = true;
      pause.begin(() => latest.current(editor), PAUSE_MS);
    },
    /** Takes what the report says: what stands here and is not kept yet is kept first. */
    follow(editor: Editor) {
      if (isDirty.current) {
        keep(editor);
        return;
      }
      // What stands in the report by now, which may be newer than what was last drawn; mostly it came from here.
      const { blocks: next } = current().report.manuscript;
      if (!hasStray.current && isSame(base.current, next)) base.current = next;
      else putBlocks(editor, next);
    },
    /** The next change is another step to undo. */
    endStep() {
      step.current.at = 0;
    },
  };
}

/** Whether words stand in the editor just as they are kept: a mark that they may not have, say, is not. */
const stands = ({ state }: Editor, block: Block, at: number): boolean =>
  state.schema.nodeFromJSON(galleyOf([block])).firstChild?.eq(state.doc.child(at)) === true;

/**
 * Has the editor see where the caret is by now. Browsers tell of a moved caret
 * a moment later, and a key that is struck before that would act where it was.
 */
function seeCaret(view: EditorView): void {
  const { domObserver } = view as EditorView & { domObserver?: { flush(): void } };
  domObserver?.flush();
}

/** Puts blocks into the editor and changes only what differs, so that the caret stays where it is. */
function putIn(editor: Editor, blocks: readonly Block[]): void {
  const { state } = editor;
  const next = state.schema.nodeFromJSON(galleyOf(blocks));
  const start = state.doc.content.findDiffStart(next.content);
  if (start === null) return;
  const ends = state.doc.content.findDiffEnd(next.content);
  if (!ends) return;
  let { a, b } = ends;
  // Where letters repeat, both ends may reach over the beginning.
  const over = start - Math.min(a, b);
  if (over > 0) {
    a += over;
    b += over;
  }
  const tr = state.tr.replace(start, a, next.slice(start, b));
  editor.view.dispatch(tr.setMeta('addToHistory', false));
}

/** Says what of a pasted document is not in the text. */
function sayDropped({ dropped }: Pasted): void {
  if (dropped.length === 0) return;
  const one = dropped.length === 1 && dropped[0]?.startsWith('1 ');
  showNotice(
    `${dropped.join(' and ')} ${one ? 'was' : 'were'} left out; bring tables in on their own, and place figures from the list.`,
  );
}

/** Whether something that was cut or copied is of this report. */
const isHere = (text: string): boolean => {
  const block = placedFrom(text);
  const there = new Set(current().report.items.map(({ id }) => id));
  if (block?.type === 'figure') return block.things.every((id) => there.has(id));
  return block !== null && (block.type !== 'numbers' || there.has(block.table));
};

const slice = (editor: Editor, { html }: Pasted) => {
  const host = document.createElement('div');
  // Written anew from what was read: blocks, emphasis and links, nothing else.
  host.innerHTML = html;
  return ProseParser.fromSchema(editor.schema).parseSlice(host);
};

/** The manuscript as it is written. */
export function Galley() {
  const kept = useKept();
  const style = useStyle();
  useLetters(() => ([400, 600] as const).map((grade) => ({ text: '', face: textFace(style, grade) })), style.type);
  const latest = useRef(kept);
  latest.current = kept;
  const made = useRef<Editor | null>(null);
  const editor = useEditor({
    extensions: [
      Document.extend({ content: 'block+' }),
      ...OF_WORDS,
      PlacedNode,
      Keys,
      Marks,
      Placeholder.configure({
        placeholder: 'Write here, or paste. # begins a heading, - a list, > a quote, { puts in a number.',
      }),
    ],
    content: galleyOf(current().report.manuscript.blocks),
    immediatelyRender: true,
    shouldRerenderOnTransaction: false,
    editorProps: {
      handleDOMEvents: {
        keydown: (view) => {
          seeCaret(view);
          return false;
        },
      },
      attributes: {
        'aria-label': 'Manuscript',
        role: 'textbox',
        'aria-multiline': 'true',
        class: 'galley outline-none',
      },
      handleKeyDown: (_, event) => {
        const { current: here } = made;
        if (!here) return false;
        if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
          latest.current.keep(here);
          latest.current.endStep();
          if (event.shiftKey) redo();
          else undo();
          event.preventDefault();
          return true;
        }
        return false;
      },
      handleTextInput: (_, __, ___, text) => {
        if (text !== '{') return false;
        find('a number');
        return true;
      },
      handlePaste: (view, event) => {
        const { current: here } = made;
        const data = event.clipboardData;
        if (!here || !data) return false;
        const html = data.getData('text/html');
        const text = data.getData('text/plain');
        if (html === '' && text === '') return false;
        const pasted = html === '' ? pastedText(text) : pastedHtml(html, isHere);
        // What was typed before it is another step to undo, however quickly it follows.
        latest.current.keep(here);
        latest.current.endStep();
        // A few words of one paragraph stay among those where the caret is.
        view.dispatch(view.state.tr.replaceSelection(slice(here, pasted)).scrollIntoView());
        // What is told goes with the next change, so this one is kept first.
        latest.current.keep(here);
        latest.current.endStep();
        sayDropped(pasted);
        return true;
      },
    },
    onUpdate: ({ editor: here }) => latest.current.changed(here),
    onSelectionUpdate: ({ editor: here }) => choose(chosenIn(here.state)),
    onBlur: ({ editor: here }) => {
      latest.current.keep(here);
      latest.current.endStep();
    },
  });
  made.current = editor;
  useEffect(() => {
    useGalley.setState({ editor, dropped: editor && droppingInto(editor) });
    return () => useGalley.setState({ editor: null, dropped: null, chosen: null });
  }, [editor]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: followed whenever the blocks are others
  useEffect(() => {
    if (editor) latest.current.follow(editor);
  }, [editor, kept.blocks]);
  useEffect(() => () => void (editor && latest.current.keep(editor)), [editor]);
  return (
    <div
      className="px-1"
      style={{
        ['--galley-text' as string]: `"${familyName(faceOf(textFace(style, 400)))}", serif`,
        ['--galley-headings' as string]: `"${familyName(faceOf(headingFace(style, 600)))}", sans-serif`,
      }}
    >
      <EditorContent editor={editor} />
    </div>
  );
}
