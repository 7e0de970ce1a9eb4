/** What editors of words are made of: the galley, and the fields of captions and footnotes. */
import Bold from '@tiptap/extension-bold';
import Italic from '@tiptap/extension-italic';
import Text from '@tiptap/extension-text';
import { Raised } from '../dock/rich-document.ts';
import { ClipboardWords } from './clipboard.ts';
import { LinkMark, RunNode, Signs, WordsNode } from './galley-schema.ts';

export const OF_WORDS = [Text, Bold, Italic, Raised, LinkMark, RunNode, WordsNode, Signs, ClipboardWords];
