/** Some pages of a PDF as a document of their own (Node only). */
import { PDFDocument, PDFName } from 'pdf-lib';
import { Refusal } from '../../core/refusal.ts';

/**
 * The pages from one to another, counted from 1. Tags and bookmarks tell of the
 * whole and do not come along, so that a part claims no standard. Throws a
 * Refusal where there are no such pages.
 */
export async function pagesOfPdf(bytes: Uint8Array, from: number, to: number, lang: string): Promise<Uint8Array> {
  const whole = await PDFDocument.load(bytes, { updateMetadata: false });
  const count = whole.getPageCount();
  if (from > count)
    throw new Refusal(`The report has ${count} ${count === 1 ? 'page' : 'pages'}; choose some of them.`);
  const part = await PDFDocument.create({ updateMetadata: false });
  part.setTitle(whole.getTitle() ?? '', { showInWindowTitleBar: true });
  part.setAuthor(whole.getAuthor() ?? '');
  part.setLanguage(lang);
  const wanted = Array.from({ length: Math.min(to, count) - from + 1 }, (_, at) => from - 1 + at);
  for (const page of await part.copyPages(whole, wanted)) {
    page.node.delete(PDFName.of('StructParents'));
    page.node.delete(PDFName.of('Tabs'));
    part.addPage(page);
  }
  return part.save();
}
