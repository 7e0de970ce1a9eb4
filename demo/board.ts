/** The demo's second report: a paper for the board, in a style of its own. */
import { runCommand } from '../src/core/change/commands/index.ts';
import { draftFigure } from '../src/core/figure/draft.ts';
import { newReport, type Report } from '../src/core/report/report.ts';
import { packTable } from '../src/core/report/tables.ts';
import { draftSparkTable } from '../src/core/spark/draft.ts';
import type { WholeBlock } from '../src/core/table/kept.ts';
import { understand } from '../src/core/table/understand.ts';
import { readDelimited } from '../src/formats/delimited.ts';
import { monthlySailings } from './skerry.ts';
import { BOARD_PAPERS } from './styles.ts';

/** The paper with its table, built with the same commands that a user's actions run. */
export function boardReport(): { report: Report; blocks: Record<string, WholeBlock> } {
  let report = newReport('Paper for the board', 'November 2026');
  const title = 'Passengers by route';
  const table = { ...understand(readDelimited(monthlySailings()), title), title };
  const { item, blocks } = packTable(
    'passengers',
    table,
    (
      (count) => () =>
        `board-${++count}`
    )(0),
  );
  const run = (name: string, args: unknown) => {
    report = runCommand(report, name, args).report;
  };
  run('item.add', { item });
  const figure = draftFigure(table, {
    id: 'routes',
    tableId: 'passengers',
    style: BOARD_PAPERS,
    lines: table.columns.slice(1, 4).map(({ key }) => key),
    window: { last: 24 },
  });
  figure.words.title = [{ fact: { kind: 'latest', line: 'line-1' }, part: 'sentence' }];
  figure.frame = { ...figure.frame, width: 165, height: 90 };
  run('item.add', { item: figure });
  run('figure.styleLines', {
    figure: 'routes',
    lines: ['line-1'],
    markers: { on: 'emphasis' },
    values: { on: 'emphasis' },
  });
  const sparks = draftSparkTable(table, { id: 'at-a-glance', tableId: 'passengers' });
  run('item.add', { item: sparks });
  return { report, blocks };
}
