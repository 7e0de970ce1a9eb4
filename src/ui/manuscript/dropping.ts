/** Things that are dragged from the list at the left into the text. */
import type { Editor } from '@tiptap/core';
import { showNotice } from '../state/store.ts';
import type { Dropping } from './galley-state.ts';
import { placeThingAfter } from './inserting.ts';
import { showInGalley } from './marks.ts';

/** The place between two blocks that is nearest to a point of the window, and the block before it; null beside the galley. */
function placeAt(editor: Editor, x: number, y: number): { pos: number; after: string | null } | null {
  const box = editor.view.dom.parentElement?.parentElement?.parentElement?.getBoundingClientRect();
  if (!box || x < box.left || x > box.right || y < box.top || y > box.bottom) return null;
  let place: { pos: number; after: string | null } = { pos: 0, after: null };
  editor.state.doc.forEach((node, pos) => {
    const dom = editor.view.nodeDOM(pos);
    if (!(dom instanceof HTMLElement)) return;
    const { top, bottom } = dom.getBoundingClientRect();
    if (y > (top + bottom) / 2) place = { pos: pos + node.nodeSize, after: String(node.attrs['id']) };
  });
  return place;
}

/** What takes dragged things for a galley. */
export const droppingInto = (editor: Editor): Dropping => ({
  over(x, y) {
    const place = placeAt(editor, x, y);
    showInGalley(editor, { drop: place?.pos ?? null });
    return place !== null;
  },
  drop(thing, x, y) {
    showInGalley(editor, { drop: null });
    const place = placeAt(editor, x, y);
    if (!place) return false;
    const refused = placeThingAfter(thing, place.after);
    if (refused !== null) showNotice(refused);
    return true;
  },
  leave: () => showInGalley(editor, { drop: null }),
});
