/** Measures the pages and files of a long report: 40 pages with 60 figures. */
import { sourcesOf } from '../core/item/manuscript.ts';
import { textNotes } from '../core/proof/text/proof.ts';
import { FIRST_STYLE, type Report } from '../core/report/report.ts';
import type { Table } from '../core/table/column.ts';
import { LOCALES, localeOf } from '../core/text/locale.ts';
import { SetPages } from '../formats/pages/pages.ts';
import { reportFile } from '../formats/report/report-file.ts';
import { ReportWish } from '../formats/report/wish.ts';
import { FIGURES, longReport, SENTENCE } from './made-report.ts';
import { measure, type Row } from './measure.ts';

/** The report with other words in one of its paragraphs. */
function edited(report: Report, turn: number): Report {
  const blocks = report.manuscript.blocks.map((block) =>
    block.id === 'p20-1' && block.type === 'words'
      ? { ...block, words: [{ kind: 'text' as const, text: `${SENTENCE.repeat(8)}${turn} more were carried.` }] }
      : block,
  );
  return { ...report, manuscript: { ...report.manuscript, blocks } };
}

/** The rows of a long report; `table` has a date and at least three columns of numbers. */
export async function reportRows(table: Table): Promise<Row[]> {
  const { report } = longReport(table);
  const fresh = () => sourcesOf(report, FIRST_STYLE, localeOf(LOCALES[0]), () => ({ ...table }));
  const sources = fresh();
  const pages = SetPages.set(report.manuscript, sources).outline.count;
  const what = `a report of ${pages} pages with ${FIGURES} figures`;
  const file = (form: string) => async () => reportFile(report, sources, ReportWish.parse({ form }));
  let turn = 0;
  return [
    await measure(`set ${what}, nothing known of it before`, null, 3, 1, () =>
      SetPages.set(report.manuscript, fresh()),
    ),
    await measure('set it again after an edit, and draw two of its pages', 150, 15, 3, async () => {
      const set = SetPages.set(edited(report, ++turn).manuscript, sources);
      await set.page(1);
      await set.page(2);
    }),
    await measure('look through its text', null, 9, 2, () =>
      textNotes({ report: edited(report, ++turn), sources, outline: null }),
    ),
    await measure('write it as PDF', 2000, 5, 1, file('pdf')),
    await measure('write it as a document (DOCX)', 3000, 3, 1, file('docx')),
    await measure('write it as a page (HTML)', null, 3, 1, file('html')),
  ];
}
