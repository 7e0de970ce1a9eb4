/** What leaves the galley by the clipboard: links as links, and numbers that follow the data with what they say now. */
import { Extension } from '@tiptap/core';
import { DOMSerializer } from '@tiptap/pm/model';
import { Plugin } from '@tiptap/pm/state';
import { useGalley } from './galley-state.ts';

export const ClipboardWords = Extension.create({
  name: 'clipboardWords',
  addProseMirrorPlugins() {
    const { nodes, marks } = DOMSerializer.fromSchema(this.editor.schema);
    const clipboardSerializer = new DOMSerializer(
      {
        ...nodes,
        run: ({ attrs: { run } }) => [
          'span',
          { 'data-run': JSON.stringify(run) },
          useGalley.getState().sayer?.say(run) ?? '',
        ],
      },
      { ...marks, link: ({ attrs }) => ['a', { href: String(attrs['to']) }, 0] },
    );
    return [new Plugin({ props: { clipboardSerializer } })];
  },
});
