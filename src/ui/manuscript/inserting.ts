/** Putting things into the manuscript where the caret is. */
import type { JSONContent } from '@tiptap/react';
import { Block, nearBefore } from '../../core/document/manuscript.ts';
import type { ProseOf, ProseRun } from '../../core/document/prose.ts';
import { inText } from '../controls/in-text.ts';
import { current, run } from '../state/store.ts';
import { blockAt } from './galley-schema.ts';
import { choose, useGalley } from './galley-state.ts';

/** Puts a run where the caret is, and chooses it. */
export function insertRun(made: ProseRun): void {
  const { editor } = useGalley.getState();
  if (!editor) return;
  const node: JSONContent = { type: 'run', attrs: { run: made } };
  const at = editor.state.selection.from;
  inText(editor).insertContent(node).run();
  editor.commands.setNodeSelection(at);
}

/** The block behind which something is put: that of the caret, what is chosen, or the last one. */
function behind(): string | null {
  const { editor, chosen } = useGalley.getState();
  const { blocks } = current().report.manuscript;
  if (chosen?.kind === 'placed') return chosen.block;
  const at = editor && blockAt(editor.state);
  const id = at?.node.attrs['id'];
  return blocks.some((block) => block.id === id) ? String(id) : (blocks.at(-1)?.id ?? null);
}

/** Puts a block behind another one, or the one that holds the caret. */
export function insertBlock(given: Record<string, unknown>, after = behind()): string | null {
  const block = Block.parse({ id: crypto.randomUUID(), ...given });
  const near = nearBefore(
    current().report.manuscript.blocks.map(({ id }) => id),
    after,
  );
  const refused = run('manuscript.add', { blocks: [block], after, near });
  if (refused === null) choose({ kind: 'placed', block: block.id });
  return refused;
}

/** Places a figure or a spark table behind a block, or at the head of the text. */
export function placeThingAfter(id: string, after: string | null): string | null {
  const item = current().report.items.find((one) => one.id === id);
  if (item?.type !== 'figure' && item?.type !== 'spark')
    return 'Only figures and spark tables are placed this way; place a table’s numbers with the strip Placing.';
  return insertBlock({ type: 'figure', things: [id], width: item.type === 'spark' ? 'own' : 'text' }, after);
}

/** Places a figure or a spark table behind the caret. */
export const placeThing = (id: string): string | null => placeThingAfter(id, behind());

/** Puts another run in the place of the chosen one. */
export function changeRun(change: Partial<Record<string, unknown>>): void {
  const { editor, chosen } = useGalley.getState();
  if (!editor || chosen?.kind !== 'run') return;
  const next = { ...chosen.run, ...change };
  const tr = editor.state.tr.setNodeMarkup(chosen.at, undefined, { run: next });
  editor.view.dispatch(tr);
  editor.commands.setNodeSelection(chosen.at);
}

/** Puts other words into a footnote, wherever it stands by now. */
export function changeFootnote(id: string, words: ProseOf<'footnote'>['words']): void {
  const { editor } = useGalley.getState();
  editor?.state.doc.descendants((node, pos) => {
    const found: ProseRun | undefined = node.type.name === 'run' ? node.attrs['run'] : undefined;
    if (found?.kind !== 'footnote' || found.id !== id) return;
    editor.view.dispatch(editor.state.tr.setNodeMarkup(pos, undefined, { run: { ...found, words } }));
    editor.commands.setNodeSelection(pos);
  });
}
