/** What is shown in the galley and is not of its text: the block that a note speaks of, and where a dragged thing would go. */
import { type Editor, Extension } from '@tiptap/core';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';

interface Shown {
  /** id of the block that a note speaks of */
  noted: string | null;
  /** the place between blocks at which a thing would go */
  drop: number | null;
}

const key = new PluginKey<Shown>('shown');

/** Shows something in the galley. */
export function showInGalley(editor: Editor | null, shown: Partial<Shown>): void {
  editor?.view.dispatch(editor.state.tr.setMeta(key, shown).setMeta('addToHistory', false));
}

export const Marks = Extension.create({
  name: 'marks',
  addProseMirrorPlugins: () => [
    new Plugin<Shown>({
      key,
      state: {
        init: () => ({ noted: null, drop: null }),
        apply: (tr, now) => ({ ...now, ...(tr.getMeta(key) as Partial<Shown> | undefined) }),
      },
      props: {
        decorations(state) {
          const { noted, drop } = key.getState(state) ?? { noted: null, drop: null };
          const marks: Decoration[] = [];
          if (noted !== null)
            state.doc.forEach((node, pos) => {
              if (node.attrs['id'] === noted)
                marks.push(Decoration.node(pos, pos + node.nodeSize, { class: 'galley-noted' }));
            });
          if (drop !== null && drop <= state.doc.content.size)
            marks.push(
              Decoration.widget(drop, () => {
                const line = document.createElement('div');
                line.className = 'galley-drop';
                return line;
              }),
            );
          return DecorationSet.create(state.doc, marks);
        },
      },
    }),
  ],
});
