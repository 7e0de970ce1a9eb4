/** Heads and feet of a document's pages (Office Open XML). */
import { Footer, Header, PageNumber, Paragraph, SimpleField, TabStopType, TextRun } from 'docx';
import { inXml } from '../../core/scene/svg.ts';
import type { PageLine } from '../../core/style/pages.ts';
import { piecesOf } from '../pages/line.ts';
import { hex } from '../spark-docx-table.ts';
import { mm } from './docx-tables.ts';
import type { ReportToWrite } from './report.ts';

/** A line at the head or foot of pages: its words and fields at the left, in the middle and at the right. */
function lineParagraph(words: PageLine, width: number, report: ReportToWrite): Paragraph {
  const { style, fields } = report;
  const run = { font: style.type.figures.name, size: Math.round(style.sizes.caption * 2), color: hex(style.quiet) };
  const pieces = (text: string) =>
    piecesOf(text, fields).map((piece) =>
      piece.kind === 'page'
        ? new TextRun({ ...run, children: [PageNumber.CURRENT] })
        : piece.kind === 'pages'
          ? new TextRun({ ...run, children: [PageNumber.TOTAL_PAGES] })
          : piece.kind === 'section'
            ? // By its level, since readers call the style in their own language.
              new SimpleField('STYLEREF 1', '')
            : new TextRun({ ...run, text: inXml(piece.text ?? '') }),
    );
  return new Paragraph({
    tabStops: [
      { type: TabStopType.CENTER, position: mm(width / 2) },
      { type: TabStopType.RIGHT, position: mm(width) },
    ],
    children: [
      ...pieces(words.left),
      new TextRun({ ...run, children: ['\t'] }),
      ...pieces(words.middle),
      new TextRun({ ...run, children: ['\t'] }),
      ...pieces(words.right),
    ],
  });
}

const swapped = ({ left, middle, right }: PageLine): PageLine => ({ left: right, middle, right: left });

/** Heads and feet of the pages; on mirrored ones they change sides. */
export function linesOf(report: ReportToWrite, width: number, mirrored: boolean) {
  const { head, foot, firstHead } = report.style.pages;
  const of = (words: PageLine) => ({ children: [lineParagraph(words, width, report)] });
  return {
    headers: {
      default: new Header(of(head)),
      ...(mirrored && { even: new Header(of(swapped(head))) }),
      ...(!firstHead && { first: new Header({ children: [new Paragraph('')] }) }),
    },
    footers: {
      default: new Footer(of(foot)),
      ...(mirrored && { even: new Footer(of(swapped(foot))) }),
      ...(!firstHead && { first: new Footer(of(foot)) }),
    },
  };
}
