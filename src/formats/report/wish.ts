/** The forms in which a whole report is handed off, and what can be wished of them. */
import * as z from 'zod';

const REPORT_FORMS = ['pdf', 'docx', 'html', 'markdown', 'figures'] as const;
export type ReportForm = (typeof REPORT_FORMS)[number];

/** What is claimed of a PDF: that it can be read by everyone (ISO 14289-1), or kept for good (ISO 19005-2). */
const PDF_CLAIMS = ['ua-1', 'a-2a'] as const;
export type PdfClaim = (typeof PDF_CLAIMS)[number];

/** Forms of the pictures in an archive. */
export const PICTURE_FORMS = ['svg', 'png', 'pdf'] as const;

const Page = z
  .number('A page is a number.')
  .int('A page is a whole number.')
  .min(1, 'Pages begin with 1.')
  .max(100_000);

export const ReportWish = z.strictObject({
  form: z.enum(REPORT_FORMS, `Say which format with “as”: ${REPORT_FORMS.join(', ')}.`),
  claim: z.enum(PDF_CLAIMS, `Say what is claimed with “claim”: ${PDF_CLAIMS.join(', ')}.`).default('ua-1'),
  /** pages of a PDF from one to another; null for all */
  pages: z
    .strictObject({ from: Page, to: Page }, 'Pages are given as numbers such as 2-4.')
    .refine(({ from, to }) => from <= to, 'Pages go from a lower number to a higher one.')
    .nullable()
    .default(null),
  /** chapters that go in, by the ids of their headings, and “” for what stands before the first; null for all */
  chapters: z.array(z.string().max(200)).max(5000).nullable().default(null),
  /** whether figures of a page can be looked into */
  inspect: z.boolean().default(true),
  /** whether the numbers behind figures go in */
  numbers: z.boolean().default(true),
  /** forms of pictures in an archive */
  pictures: z
    .array(z.enum(PICTURE_FORMS, `Pictures are ${PICTURE_FORMS.join(', ')}.`))
    .min(1, 'Pictures have at least one form.')
    .default(['svg']),
});
export type ReportWish = z.infer<typeof ReportWish>;
