/** A long report that is made, to measure work on: 40 pages with 60 figures. */
import { Block, type Manuscript } from '../core/document/manuscript.ts';
import type { ProseRun } from '../core/document/prose.ts';
import { draftFigure } from '../core/figure/draft.ts';
import { FIRST_STYLE, newReport, type Report } from '../core/report/report.ts';
import { packTable } from '../core/report/tables.ts';
import type { Table } from '../core/table/column.ts';
import type { WholeBlock } from '../core/table/kept.ts';

export const FIGURES = 60;
const PARAGRAPHS_A_FIGURE = 2;
export const SENTENCE =
  'Every route was a little busier than in the year before, which the timetable of the summer had been made for. ';

/** Paragraphs with numbers that follow, a figure after each second one, and a heading before each sixth figure. */
function manuscriptOf(columns: readonly string[]): Block[] {
  const text = (words: string): ProseRun => ({ kind: 'text', text: words });
  const blocks: unknown[] = [{ type: 'contents', id: 'contents' }];
  for (let figure = 0; figure < FIGURES; figure++) {
    const column = columns[figure % columns.length] ?? '';
    const following: ProseRun[] = [
      { kind: 'reference', to: `f${figure}` },
      text(' shows it: '),
      { kind: 'value', table: 'table', column, row: 'last', decimals: null, unit: true },
      text(' '),
      { kind: 'sparkline', table: 'table', column, last: 24, draw: 'line' },
      text('. '),
      { kind: 'fact', of: 'table', fact: { kind: 'year', line: column }, part: 'sentence' },
      text('. '),
    ];
    if (figure % 6 === 0)
      blocks.push({ type: 'words', id: `h${figure}`, role: 'heading', words: [text(`Part ${figure / 6 + 1}`)] });
    for (let paragraph = 0; paragraph < PARAGRAPHS_A_FIGURE; paragraph++)
      blocks.push({
        type: 'words',
        id: `p${figure}-${paragraph}`,
        words: [...(paragraph === 0 ? following : []), text(SENTENCE.repeat(8))],
      });
    blocks.push({ type: 'figure', id: `b${figure}`, things: [`f${figure}`], caption: [text('Passengers a month.')] });
  }
  return blocks.map((block) => Block.parse(block));
}

/** A long report with its table in it, which has a date and at least three columns of numbers. */
export function longReport(table: Table): { report: Report; blocks: Record<string, WholeBlock> } {
  let count = 0;
  const numbers = table.columns.filter(({ kind }) => kind === 'number').map(({ key }) => key);
  const items = Array.from({ length: FIGURES }, (_, index) => {
    const lines = numbers.slice(index % 3, (index % 3) + 3);
    const spec = draftFigure(table, { id: `f${index}`, tableId: 'table', style: FIRST_STYLE, lines });
    return { ...spec, frame: { ...spec.frame, height: 55 } };
  });
  const { item, blocks } = packTable('table', table, () => `block-${count++}`);
  const empty = newReport('A long report', 'October 2026');
  const manuscript: Manuscript = { ...empty.manuscript, blocks: manuscriptOf(numbers) };
  return { report: { ...empty, items: [item, ...items], manuscript }, blocks };
}
