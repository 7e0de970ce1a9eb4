/** The manuscript to and from the editor's document: a node for each block, known by its id, and one for each run that is worked out. */
import type { JSONContent } from '@tiptap/react';
import type { Block, BlockOf } from '../../core/document/manuscript.ts';
import { type Looks, looksOf, type ProseRun, tidyProse } from '../../core/document/prose.ts';

const marksOf = ({ bold, italic, raised, link }: Looks): JSONContent['marks'] => [
  ...(bold ? [{ type: 'bold' }] : []),
  ...(italic ? [{ type: 'italic' }] : []),
  ...(raised ? [{ type: 'raised', attrs: { to: raised } }] : []),
  ...(link ? [{ type: 'link', attrs: { to: link } }] : []),
];

function looksFrom(marks: JSONContent['marks']): Looks {
  const looks: Looks = {};
  for (const { type, attrs } of marks ?? []) {
    if (type === 'bold') looks.bold = true;
    if (type === 'italic') looks.italic = true;
    if (type === 'raised') looks.raised = attrs?.['to'] === 'sub' ? 'sub' : 'super';
    if (type === 'link' && typeof attrs?.['to'] === 'string') looks.link = attrs['to'];
  }
  return looks;
}

/** A run without its looks, which stand beside it as marks. */
function plainRun(run: ProseRun): object {
  const { bold: _b, italic: _i, raised: _r, link: _l, ...rest } = run as ProseRun & Looks;
  return rest;
}

/** Words as the content of a node. */
export const inlineOf = (words: readonly ProseRun[]): JSONContent[] =>
  words.map((run) =>
    run.kind === 'text'
      ? { type: 'text', text: run.text, marks: marksOf(run) }
      : { type: 'run', attrs: { run: plainRun(run) }, marks: marksOf(looksOf(run)) },
  );

/** The words of a node's content. */
export function wordsIn(content: readonly JSONContent[] | undefined): ProseRun[] {
  const runs = (content ?? []).flatMap((node): ProseRun[] => {
    const looks = looksFrom(node.marks);
    if (node.type === 'text') return node.text ? [{ kind: 'text', text: node.text, ...looks }] : [];
    const run = node.attrs?.['run'] as ProseRun | undefined;
    if (node.type !== 'run' || !run) return [];
    return [run.kind === 'sparkline' || run.kind === 'footnote' ? run : { ...run, ...looks }];
  });
  // What is too long, say, is refused where it is kept; no words are left out here.
  return tidyProse(runs);
}

/** A block as a node of the editor. */
function nodeOf(block: Block): JSONContent {
  if (block.type !== 'words') return { type: 'placed', attrs: { id: block.id, kind: block.type } };
  const { id, role, level, frame, words } = block;
  return { type: 'words', attrs: { id, role, level, frame }, content: inlineOf(words) };
}

export const galleyOf = (blocks: readonly Block[]): JSONContent => ({
  type: 'doc',
  // An editor has something to write in.
  content: blocks.length > 0 ? blocks.map(nodeOf) : [nodeOf(emptyBlock(crypto.randomUUID()))],
});

const emptyBlock = (id: string): BlockOf<'words'> => ({
  type: 'words',
  id,
  role: 'paragraph',
  level: 1,
  frame: 'none',
  words: [],
});

/** What the editor says of a block: its words, or that it stands there; what is placed is known from the report, or came with a paste. */
export type GalleyBlock = BlockOf<'words'> | { type: 'placed'; id: string; pasted?: Block };

/** The blocks of the editor's document in their order. */
export const blocksIn = (document: JSONContent): GalleyBlock[] =>
  (document.content ?? []).flatMap((node): GalleyBlock[] => {
    const id = String(node.attrs?.['id'] ?? '');
    if (id === '') return [];
    if (node.type === 'placed') {
      const pasted = node.attrs?.['pasted'] as Block | null | undefined;
      return [pasted ? { type: 'placed', id, pasted: { ...pasted, id } } : { type: 'placed', id }];
    }
    const { role, level, frame } = node.attrs as Pick<BlockOf<'words'>, 'role' | 'level' | 'frame'>;
    return [{ type: 'words', id, role, level, frame, words: wordsIn(node.content) }];
  });
