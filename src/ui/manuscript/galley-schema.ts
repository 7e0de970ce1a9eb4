/** The editor of the galley: its nodes and marks, and what keys do in it. */
import { type Editor, InputRule, Mark, Node } from '@tiptap/core';
import type { Node as ProseNode } from '@tiptap/pm/model';
import { type EditorState, NodeSelection, Plugin, type Transaction } from '@tiptap/pm/state';
import { FRAMES } from '../../core/document/manuscript.ts';
import { type ProseRun, Run } from '../../core/document/prose.ts';
import { toSvg } from '../../core/scene/svg.ts';
import type { LocaleId } from '../../core/text/locale.ts';
import { current } from '../state/store.ts';
import { useGalley } from './galley-state.ts';

/** Words that lead a reader elsewhere. */
export const LinkMark = Mark.create({
  name: 'link',
  inclusive: false,
  addAttributes: () => ({ to: { default: null } }),
  parseHTML: () => [
    {
      tag: 'a[href]',
      getAttrs: (element) => {
        const to = element.getAttribute('href') ?? '';
        return /^(?:https?:\/\/|mailto:)\S+$/i.test(to) ? { to } : false;
      },
    },
  ],
  // An address is nothing to be gone to while one writes.
  renderHTML: ({ mark }) => ['span', { 'data-link': String(mark.attrs['to']), class: 'galley-link' }, 0],
});

/** What a run that is worked out reads as in the galley. */
function wordsOfRun(run: ProseNode['attrs']['run']): string {
  if (run.kind === 'footnote') return 'note';
  if (run.kind === 'field' && (run.field === 'page' || run.field === 'pages')) return `‹${run.field}›`;
  return useGalley.getState().sayer?.say(run) ?? '…';
}

/** What a run that is worked out looks like among the words. */
function faceOfRun(dom: HTMLElement, node: ProseNode): void {
  const { sayer, sources } = useGalley.getState();
  const run = node.attrs['run'];
  const isNote = run.kind === 'footnote';
  dom.className = isNote ? 'field-run align-super text-[0.7em]' : 'field-run';
  dom.title = isNote ? 'Footnote' : 'Follows the data; click to change it';
  const set = run.kind === 'sparkline' ? sayer?.run(run, sources?.style.sizes.text ?? 10) : null;
  if (set?.kind === 'sparkline') dom.replaceChildren(sparkPicture(set));
  else dom.textContent = run.kind === 'sparkline' ? '–' : wordsOfRun(run);
}

function sparkPicture({ scene, depth, text }: { scene: Parameters<typeof toSvg>[0]; depth: number; text: string }) {
  const image = new Image();
  const points = (mm: number) => (mm * 72) / 25.4;
  const size = useGalley.getState().sources?.style.sizes.text ?? 10;
  image.src = `data:image/svg+xml,${encodeURIComponent(toSvg(scene))}`;
  image.alt = text;
  image.style.height = `${points(scene.heightMm) / size}em`;
  image.style.display = 'inline';
  image.style.verticalAlign = `${-depth / size}em`;
  return image;
}

/** A run as it was copied; null for what is none, which another page may have put there. */
function runFrom(text: string): ProseRun | null {
  try {
    const parsed = Run.safeParse(JSON.parse(text));
    return parsed.success && parsed.data.kind !== 'text' ? parsed.data : null;
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}

/** A run that is worked out, as one letter of the text. */
export const RunNode = Node.create({
  name: 'run',
  group: 'inline',
  inline: true,
  atom: true,
  selectable: true,
  addAttributes: () => ({ run: { default: null } }),
  parseHTML: () => [
    {
      tag: 'span[data-run]',
      getAttrs: (element) => {
        const run = runFrom(element.getAttribute('data-run') ?? '');
        return run ? { run } : false;
      },
    },
  ],
  renderHTML: ({ node }) => ['span', { 'data-run': JSON.stringify(node.attrs['run']) }],
  renderText: ({ node }) => useGalley.getState().sayer?.say(node.attrs['run']) ?? '',
  addNodeView:
    () =>
    ({ node }) => {
      const dom = document.createElement('span');
      dom.contentEditable = 'false';
      faceOfRun(dom, node);
      // What it rests on may change while it stays as it is.
      const stop = useGalley.subscribe((state, before) => {
        if (state.sayer !== before.sayer) faceOfRun(dom, node);
      });
      return { dom, destroy: stop };
    },
});

const frameIn = ({ frame }: DOMStringMap) => FRAMES.find((one) => one === frame) ?? 'none';

const TAGS: Readonly<Record<string, string>> = { paragraph: 'p', item: 'p', number: 'p' };

/** A block of words: a paragraph, a heading or an item of a list, in a frame or in none. */
export const WordsNode = Node.create({
  name: 'words',
  group: 'block',
  content: '(text | run)*',
  defining: true,
  addAttributes: () => ({
    id: { default: null, keepOnSplit: false },
    role: { default: 'paragraph' },
    level: { default: 1 },
    frame: { default: 'none' },
  }),
  parseHTML: () => [
    ...[1, 2, 3, 4, 5, 6].map((level) => ({
      tag: `h${level}`,
      getAttrs: ({ dataset }: HTMLElement) => ({
        role: 'heading',
        level: Math.min(level, 3),
        frame: frameIn(dataset),
      }),
    })),
    {
      tag: 'p',
      getAttrs: (element) => {
        const { role, level } = element.dataset;
        return {
          role: role === 'item' || role === 'number' || role === 'heading' ? role : 'paragraph',
          level: Math.min(3, Math.max(1, Number(level ?? 1))),
          frame: frameIn(element.dataset),
        };
      },
    },
  ],
  renderHTML: ({ node }) => {
    const { id, role, level, frame } = node.attrs;
    const attributes = { 'data-id': id, 'data-role': role, 'data-level': String(level), 'data-frame': frame };
    // What a box is called is no heading of the report.
    return [TAGS[role] ?? (frame === 'box' ? 'p' : `h${level}`), attributes, 0];
  },
});

/** Where the block that holds the caret begins, and what it is; null where something else is chosen. */
export function blockAt({ selection }: EditorState): { pos: number; node: ProseNode } | null {
  const { $from } = selection;
  return $from.depth === 0 ? null : { pos: $from.before(1), node: $from.node(1) };
}

const setBlock = (tr: Transaction, pos: number, node: ProseNode, attrs: object) =>
  tr.setNodeMarkup(pos, undefined, { ...node.attrs, ...attrs });

/** Changes what the blocks in the selection are. */
export function setBlocks(editor: Editor, attrs: object): void {
  const { state } = editor;
  const { tr } = state;
  state.doc.nodesBetween(state.selection.from, state.selection.to, (node, pos) => {
    if (node.type.name === 'words') setBlock(tr, pos, node, attrs);
    return node.type.name === 'doc';
  });
  editor.view.dispatch(tr);
}

/** Typed at the beginning of a block it says what that is. */
const rule = (find: RegExp, attrsOf: (match: RegExpMatchArray) => object) =>
  new InputRule({
    find,
    handler: ({ state, range, match }) => {
      const at = blockAt(state);
      if (at?.node.type.name !== 'words') return null;
      state.tr.delete(range.from, range.to);
      setBlock(state.tr, at.pos, at.node, attrsOf(match));
      return undefined;
    },
  });

/** Quotation marks of languages: opening and closing ones. */
const QUOTES: Readonly<Record<string, readonly [string, string]>> = {
  en: ['“', '”'],
  de: ['„', '“'],
  fr: ['«\u00a0', '\u00a0»'],
  es: ['«', '»'],
  pl: ['„', '”'],
  fi: ['”', '”'],
};
const quotesOf = (id: LocaleId) => QUOTES[id.slice(0, 2)] ?? ['“', '”'];

/** Signs as they are set, for those of a keyboard. */
const signs = () => [
  new InputRule({ find: /(?:^|[\s({[–—])(")$/, handler: signed(() => quotesOf(current().report.locale)[0]) }),
  new InputRule({ find: /"$/, handler: signed(() => quotesOf(current().report.locale)[1]) }),
  new InputRule({ find: /'$/, handler: signed(() => '’') }),
  new InputRule({ find: /\.\.\.$/, handler: signed(() => '…') }),
  new InputRule({ find: / -- $/, handler: signed(() => ' – ') }),
];
const signed =
  (sign: () => string): InputRule['handler'] =>
  ({ state, range, match }) => {
    const whole = match[0] ?? '';
    const part = match[1] ?? whole;
    state.tr.insertText(sign(), range.from + (whole.length - part.length), range.to);
  };

const isEmpty = (node: ProseNode) => node.content.size === 0;

/** Gives every block an id of its own: those that are new, and copies. */
const ids = new Plugin({
  appendTransaction(transactions, _, state) {
    if (!transactions.some(({ docChanged }) => docChanged)) return null;
    const seen = new Set<string>();
    const { tr } = state;
    state.doc.forEach((node, pos) => {
      const { id } = node.attrs;
      if (typeof id === 'string' && !seen.has(id)) seen.add(id);
      else if (node.type.name === 'words')
        tr.setNodeMarkup(tr.mapping.map(pos), undefined, { ...node.attrs, id: crypto.randomUUID() });
      else if (node.attrs['pasted'])
        tr.setNodeMarkup(tr.mapping.map(pos), undefined, { ...node.attrs, id: crypto.randomUUID() });
      // What is placed stands once for each of its ids.
      else tr.delete(tr.mapping.map(pos), tr.mapping.map(pos + node.nodeSize));
    });
    return tr.docChanged ? tr : null;
  },
});

/** Signs of the keyboard as they are set, while they are typed. */
export const Signs = Node.create({ name: 'signs', addInputRules: signs });

/** What keys do in the galley, and what is made of what is typed. */
export const Keys = Node.create({
  name: 'galleyKeys',
  addInputRules: () => [
    rule(/^(#{1,3})\s$/, (match) => ({ role: 'heading', level: match[1]?.length ?? 1 })),
    rule(/^[-*]\s$/, () => ({ role: 'item', level: 1 })),
    rule(/^1[.)]\s$/, () => ({ role: 'number', level: 1 })),
    rule(/^>\s$/, () => ({ frame: 'quote' })),
  ],
  addProseMirrorPlugins: () => [ids],
  addKeyboardShortcuts() {
    const { editor } = this;
    const shift = (by: number) => () => {
      const at = blockAt(editor.state);
      if (!at || (at.node.attrs['role'] !== 'item' && at.node.attrs['role'] !== 'number')) return false;
      setBlocks(editor, { level: Math.max(1, Math.min(3, Number(at.node.attrs['level']) + by)) });
      return true;
    };
    return {
      Enter: () => {
        const { state } = editor;
        const at = blockAt(state);
        if (at?.node.type.name !== 'words' || !state.selection.empty) return false;
        const { role, frame } = at.node.attrs;
        if (isEmpty(at.node) && (role !== 'paragraph' || frame !== 'none')) {
          setBlocks(editor, role === 'paragraph' ? { frame: 'none' } : { role: 'paragraph', level: 1 });
          return true;
        }
        const { parentOffset } = state.selection.$from;
        if (parentOffset === 0 && !isEmpty(at.node)) {
          // What stands behind the caret stays what it was, and is still led to.
          const made = at.node.type.create({ ...at.node.attrs, id: crypto.randomUUID() });
          editor.view.dispatch(state.tr.insert(at.pos, made).scrollIntoView());
          return true;
        }
        if (role !== 'heading' || parentOffset < at.node.content.size) return false;
        const paragraph = at.node.type.create({
          ...at.node.attrs,
          id: crypto.randomUUID(),
          role: 'paragraph',
          level: 1,
        });
        return editor
          .chain()
          .insertContentAt(at.pos + at.node.nodeSize, paragraph.toJSON())
          .setTextSelection(at.pos + at.node.nodeSize + 1)
          .run();
      },
      Backspace: () => {
        const at = blockAt(editor.state);
        const { selection } = editor.state;
        if (!at || !selection.empty || selection.$from.parentOffset > 0 || at.node.type.name !== 'words') return false;
        const { role, frame } = at.node.attrs;
        if (role === 'paragraph' && frame === 'none') return false;
        setBlocks(editor, role === 'paragraph' ? { frame: 'none' } : { role: 'paragraph', level: 1 });
        return true;
      },
      Tab: shift(1),
      'Shift-Tab': shift(-1),
    };
  },
});

/** What the selection of the editor chooses. */
export function chosenIn({ selection, doc }: EditorState) {
  if (selection instanceof NodeSelection) {
    const { node, $from } = selection;
    if (node.type.name === 'run')
      return {
        kind: 'run' as const,
        block: String($from.node(1).attrs['id']),
        at: selection.from,
        run: node.attrs['run'],
      };
    if (node.type.name === 'placed') return { kind: 'placed' as const, block: String(node.attrs['id']) };
  }
  const blocks: string[] = [];
  doc.nodesBetween(selection.from, selection.to, (node) => {
    if (node.type.name === 'words') blocks.push(String(node.attrs['id']));
    return node.type.name === 'doc';
  });
  return blocks.length > 0 ? { kind: 'words' as const, blocks } : null;
}
