/** The manuscript of a report: its blocks in order, each known by its id, and how it is set. */
import * as z from 'zod';
import { Aside } from '../named/aside.ts';
import { Id } from '../named/id.ts';
import { keyed } from '../named/keyed.ts';
import { merging } from '../named/merging.ts';
import { byHouse } from '../style/by-house.ts';
import { COLUMN_COUNTS, Margins, Paper } from '../style/pages.ts';
import { mergeProse } from './merge.ts';
import { Prose, type ProseRun } from './prose.ts';

const Words = merging(Prose, mergeProse);
/** Blocks of words of one frame that follow each other stand in it together. */
export const FRAMES = ['none', 'quote', 'box'] as const;

const WordsBlock = z.strictObject({
  type: z.literal('words'),
  id: Id,
  role: z.enum(['paragraph', 'heading', 'item', 'number']).default('paragraph'),
  /** of headings, and how deep an item stands in a list */
  level: z.number().int().min(1).max(3, 'There are three levels.').default(1),
  frame: z.enum(FRAMES).default('none'),
  words: Words.default([]),
});

/** How wide what is placed stands: as the text, a column, the whole page between its edges, or millimetres. */
const PlacedWidth = z.union([
  z.enum(['text', 'column', 'page', 'own']),
  z.number().min(20, 'At least 20 mm.').max(600, 'At most 600 mm.'),
]);

const placed = {
  /** near where it is mentioned, at the head or foot of a page, or exactly here */
  stands: z.enum(['near', 'here']).default('near'),
  /** null says the name of the thing */
  caption: Words.nullable().default(null),
};

/** Figures and spark tables as they are set: one, or two side by side. */
const FigureBlock = z.strictObject({
  type: z.literal('figure'),
  id: Id,
  things: z.array(Id).min(1).max(2, 'Exactly two things go side by side.'),
  width: PlacedWidth.default('text'),
  ...placed,
});

/** Numbers of a table, as a table. */
const NumbersBlock = z.strictObject({
  type: z.literal('numbers'),
  id: Id,
  table: Id,
  columns: z.array(z.string().min(1).max(500)).min(1, 'A table has at least one column.').max(30),
  /** so many rows from the last one back */
  last: z.number().int().min(1, 'A table has at least one row.').max(500).default(12),
  /** the row that stands out */
  strong: z.enum(['none', 'first', 'last']).default('last'),
  ...placed,
});

const ContentsBlock = z.strictObject({
  type: z.literal('contents'),
  id: Id,
  /** down to which level headings are listed */
  depth: z.number().int().min(1).max(3).default(2),
});
const BreakBlock = z.strictObject({ type: z.literal('page break'), id: Id });

export const Block = z.discriminatedUnion('type', [WordsBlock, FigureBlock, NumbersBlock, ContentsBlock, BreakBlock]);
export type Block = z.infer<typeof Block>;
export type BlockOf<Type extends Block['type']> = Extract<Block, { type: Type }>;

/** How pages are set where a report says otherwise than its house. */
export const PageSettings = z.strictObject({
  paper: byHouse(Paper, ({ pages }) => pages.paper).default('house'),
  margins: byHouse(Margins, ({ pages }) => pages.margins).default('house'),
  columns: byHouse(z.union(COLUMN_COUNTS.map((count) => z.literal(count))), ({ pages }) => pages.columns).default(
    'house',
  ),
  numbered: byHouse(z.boolean(), ({ pages }) => pages.numbered).default('house'),
});
export type PageSettings = z.infer<typeof PageSettings>;

/** How many blocks a manuscript holds at the most. */
export const MOST_BLOCKS = 5000;

export const Manuscript = z.strictObject({
  blocks: keyed(z.array(Block).max(MOST_BLOCKS), 'id', 'blocks').default([]),
  pages: PageSettings.default(PageSettings.parse({})),
  author: z.string().max(200).default(''),
  /** proof notes of the text that were set aside, with what they rested on */
  asides: keyed(z.array(Aside).max(500), 'check', 'notes set aside').default([]),
});
export type Manuscript = z.infer<typeof Manuscript>;

export const NO_MANUSCRIPT: Manuscript = Manuscript.parse({});

/** Whether a chapter begins with a block: with a heading of the first level that stands in the text itself. */
export const beginsChapter = (block: Block): boolean =>
  block.type === 'words' && block.role === 'heading' && block.level === 1 && block.frame === 'none';

/** The things of a report that are placed in a manuscript, in its order. */
export const placedIn = ({ blocks }: Manuscript): string[] => [
  ...new Set(blocks.flatMap((block) => (block.type === 'figure' ? block.things : []))),
];

/** What a run is worked out from. */
const followed = (run: ProseRun): string[] =>
  run.kind === 'fact'
    ? [run.of]
    : run.kind === 'value' || run.kind === 'sparkline'
      ? [run.table]
      : run.kind === 'footnote'
        ? run.words.flatMap(followed)
        : [];

const proseOf = (block: Block): readonly ProseRun[] => [
  ...(block.type === 'words' ? block.words : []),
  ...('caption' in block ? (block.caption ?? []) : []),
];

/** The things and tables of a report from which something in a manuscript is worked out or drawn. */
export const followedIn = (manuscript: Manuscript): Set<string> =>
  new Set([
    ...placedIn(manuscript),
    ...manuscript.blocks.flatMap((block) => [
      ...(block.type === 'numbers' ? [block.table] : []),
      ...proseOf(block).flatMap(followed),
    ]),
  ]);

/** As many blocks are named beside the one behind which something goes. */
export const MOST_NEAR = 50;

/** Blocks before one of them, the nearest first: where it is gone, what was to go behind it goes behind these. */
export function nearBefore(ids: readonly string[], id: string | null): string[] {
  const at = id === null ? -1 : ids.indexOf(id);
  return at <= 0 ? [] : ids.slice(Math.max(0, at - MOST_NEAR), at).reverse();
}
