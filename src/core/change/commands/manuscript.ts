/** Commands on the manuscript: its blocks and their words, and how its pages are set. */
import { current } from 'immer';
import * as z from 'zod';
import { Block, type BlockOf, Manuscript, MOST_BLOCKS, MOST_NEAR, PageSettings } from '../../document/manuscript.ts';
import { mergeProse } from '../../document/merge.ts';
import { Prose } from '../../document/prose.ts';
import { Aside } from '../../named/aside.ts';
import { Id } from '../../named/id.ts';
import { Parts, withParts } from '../../named/parts.ts';
import { Refusal } from '../../refusal.ts';
import type { Report } from '../../report/report.ts';
import { command } from '../command.ts';

const ids = z.array(Id).min(1).max(MOST_BLOCKS);

const GONE = 'That paragraph is gone; someone has removed it from the manuscript.';

function blocksOf({ manuscript }: Report, wanted: readonly string[]): Block[] {
  return [...new Set(wanted)].map((id) => {
    const found = manuscript.blocks.find((block) => block.id === id);
    if (!found) throw new Refusal(GONE);
    return found;
  });
}

/** Behind what blocks go: a block, null for the head; and those before it, the nearest first, for where it is gone. */
const behind = { after: Id.nullable(), near: z.array(Id).max(MOST_NEAR).optional() };

/** Where what follows a block goes: behind it or, where it is gone, behind the nearest one before it that is there. */
function placeAfter({ manuscript: { blocks } }: Report, after: string | null, near: readonly string[] = []): number {
  if (after === null) return 0;
  const place = [after, ...near].map((id) => blocks.findIndex((block) => block.id === id)).find((at) => at >= 0);
  if (place === undefined) throw new Refusal('The paragraph it was to follow has been removed from the text.');
  return place + 1;
}

function wordsOf(draft: Report, id: string): BlockOf<'words'> {
  const [block] = blocksOf(draft, [id]);
  if (block?.type !== 'words') throw new Refusal('That block has no words of its own.');
  return block;
}

export const MANUSCRIPT_COMMANDS = {
  /** Changes words from what stood in the field to what was typed there; what others typed meanwhile stays. */
  'manuscript.write': command('text', z.strictObject({ block: Id, was: Prose, words: Prose }), (draft, args) => {
    const block = wordsOf(draft, args.block);
    block.words = mergeProse(args.was, args.words, current(block).words);
  }),
  'manuscript.writeCaption': command(
    'caption',
    z.strictObject({ block: Id, was: Prose.nullable(), words: Prose.nullable() }),
    (draft, { block: id, was, words }) => {
      const [block] = blocksOf(draft, [id]);
      if (!block || !('caption' in block)) throw new Refusal('That block has no caption.');
      const now = current(block).caption;
      block.caption = was && words && now ? mergeProse(was, words, now) : words;
    },
  ),
  /** Puts blocks behind another one, or at the head of the manuscript. */
  'manuscript.add': command(
    'addition to the text',
    z.strictObject({ blocks: z.array(Block).min(1).max(MOST_BLOCKS), ...behind }),
    (draft, { blocks, after, near }) => {
      draft.manuscript.blocks.splice(placeAfter(draft, after, near), 0, ...blocks);
    },
  ),
  'manuscript.remove': command('removal from the text', z.strictObject({ blocks: ids }), (draft, args) => {
    const gone = new Set(blocksOf(draft, args.blocks).map(({ id }) => id));
    draft.manuscript.blocks = draft.manuscript.blocks.filter(({ id }) => !gone.has(id));
  }),
  'manuscript.move': command(
    'order of the text',
    z.strictObject({ blocks: ids, ...behind }),
    (draft, { blocks: wanted, after, near }) => {
      const moved = blocksOf(draft, wanted);
      if (after !== null && wanted.includes(after)) return;
      draft.manuscript.blocks = draft.manuscript.blocks.filter((block) => !moved.includes(block));
      draft.manuscript.blocks.splice(placeAfter(draft, after, near), 0, ...moved);
    },
  ),
  /** Sets the same parts of some blocks: what a paragraph is, or how a figure stands. */
  'manuscript.set': command(
    'setting of the text',
    z.strictObject({ blocks: ids, set: Parts }),
    (draft, { blocks: wanted, set }) => {
      if (set.some(({ path: [part] }) => part === 'id' || part === 'words' || part === 'type'))
        throw new Refusal('Change words by writing; a block keeps its kind.');
      const { blocks } = draft.manuscript;
      for (const block of blocksOf(draft, wanted))
        blocks[blocks.indexOf(block)] = withParts(Block, current(block), set);
    },
  ),
  'manuscript.setPages': command('setting of pages', z.strictObject({ set: Parts }), (draft, { set }) => {
    draft.manuscript.pages = withParts(PageSettings, current(draft).manuscript.pages, set);
  }),
  'manuscript.setNoteAside': command('note set aside', Aside, (draft, aside) => {
    const { manuscript } = draft;
    manuscript.asides = [...manuscript.asides.filter(({ check }) => check !== aside.check), aside];
  }),
  'manuscript.bringNoteBack': command(
    'note brought back',
    z.strictObject({ check: Aside.shape.check }),
    (draft, { check }) => {
      draft.manuscript.asides = draft.manuscript.asides.filter((aside) => aside.check !== check);
    },
  ),
  'manuscript.setAuthor': command(
    'author',
    z.strictObject({ author: Manuscript.shape.author.unwrap() }),
    (draft, args) => {
      draft.manuscript.author = args.author;
    },
  ),
} as const;
