/** How the pages of a house are set. */
import * as z from 'zod';

const Side = z.number().min(50, 'Paper is at least 50 mm wide and high.').max(1200, 'Paper is at most 1,200 mm.');
const Edge = z.number().min(0, 'A margin is at least 0 mm.').max(300, 'A margin is at most 300 mm.');

/** Sheets of paper by their names, millimetres. */
const PAPERS = {
  A4: { width: 210, height: 297 },
  A5: { width: 148, height: 210 },
  Letter: { width: 215.9, height: 279.4 },
} as const;

/** Paper by its name or its sides in millimetres. */
export const Paper = z.union([z.enum(['A4', 'A5', 'Letter']), z.strictObject({ width: Side, height: Side })]);
export type Paper = z.infer<typeof Paper>;

export const sidesOf = (paper: Paper): { width: number; height: number } =>
  typeof paper === 'string' ? PAPERS[paper] : paper;

/** Margins in millimetres; mirrored ones have their inner one at the fold of two pages. */
export const Margins = z.strictObject({ top: Edge, bottom: Edge, inner: Edge, outer: Edge, mirrored: z.boolean() });
export type Margins = z.infer<typeof Margins>;

export const COLUMN_COUNTS = [1, 2] as const;

/** What stands in the head or foot of a page: words, and fields between braces. */
const PageLine = z.strictObject({
  left: z.string().max(200, 'At most 200 characters.').default(''),
  middle: z.string().max(200, 'At most 200 characters.').default(''),
  right: z.string().max(200, 'At most 200 characters.').default(''),
});
export type PageLine = z.infer<typeof PageLine>;

export const Pages = z.strictObject({
  paper: Paper.default('A4'),
  margins: Margins.default({ top: 24, bottom: 26, inner: 25, outer: 25, mirrored: false }),
  columns: z.union(COLUMN_COUNTS.map((count) => z.literal(count))).default(1),
  /** between columns, millimetres */
  gap: z.number().min(2, 'Columns are at least 2 mm apart.').max(60, 'Columns are at most 60 mm apart.').default(7),
  head: PageLine.default({ left: '{title}', middle: '', right: '{edition}' }),
  foot: PageLine.default({ left: '', middle: '{page}', right: '' }),
  /** whether the first page has a head, too */
  firstHead: z.boolean().default(false),
  /** whether headings have numbers */
  numbered: z.boolean().default(false),
  captions: z.enum(['above', 'below']).default('below'),
  /** whether lines of text are as long as each other, and words are broken at their ends */
  justified: z.boolean().default(true),
  hyphenated: z.boolean().default(true),
  /** distance of lines, in sizes of the type */
  lines: z
    .number()
    .min(1, 'Lines are at least one type size apart.')
    .max(3, 'Lines are at most three type sizes apart.')
    .default(1.4),
});
export type Pages = z.infer<typeof Pages>;

/** Fields that stand in the head and foot of pages. */
export const PAGE_FIELDS = ['title', 'edition', 'page', 'pages', 'section', 'author', 'date of data'] as const;
