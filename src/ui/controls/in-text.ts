import type { ChainedCommands, Editor } from '@tiptap/react';

/**
 * Commands in a text that has the keys from now on. (The library's own way gives
 * it the keys with the next frame, and what is typed until then goes elsewhere,
 * or in the place of what was just put in and is still chosen.)
 */
export function inText(editor: Editor): ChainedCommands {
  editor.view.focus();
  return editor.chain();
}
