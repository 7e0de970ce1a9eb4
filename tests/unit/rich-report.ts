/** The demo report, with something of everything in it that can be changed. */
import { demoReport } from '../../demo/skerry.ts';
import { type CommandName, runCommand } from '../../src/core/change/commands/index.ts';
import { type ReportRecord, recordOf } from '../../src/core/report/record.ts';
import { lookOf } from '../../src/core/spark/look.ts';

function start(): ReportRecord {
  let { report } = demoReport();
  const sparkline = report.items
    .flatMap((item) => (item.type === 'spark' ? item.columns : []))
    .find(({ kind }) => kind === 'sparkline');
  if (sparkline?.kind !== 'sparkline') throw new Error('The demo report has a sparkline.');
  const steps: [CommandName, unknown][] = [
    ['figure.placeValue', { figure: 'passengers', line: 'line-1', at: '2026-01-01', offset: { dx: 4, dy: 4 } }],
    ['figure.placeValue', { figure: 'passengers', line: 'line-2', at: '2026-05-01', offset: { dx: 4, dy: 4 } }],
    ['spark.except', { spark: 'glance', column: 'spark-1', row: 'Ness', set: [{ path: ['colour'], to: '#112233' }] }],
    ['spark.except', { spark: 'glance', column: 'spark-2', row: 'Kelda', set: [{ path: ['weight'], to: 2 }] }],
    ['style.keepLook', { name: 'Quiet', look: lookOf(sparkline) }],
    [
      'figure.sumUp',
      { figure: 'passengers', line: 'line-1', of: { kind: 'past years', years: 2, spread: 'lowest to highest' } },
    ],
    ['item.setNoteAside', { item: 'passengers', check: 'unit', facts: 'x', reason: 'it is so' }],
    ['manuscript.setNoteAside', { check: 'unit', facts: 'x', reason: 'it is so' }],
    [
      'table.calculate',
      { table: 'sailings', calculation: { key: 'spare', title: 'Spare', rule: { kind: 'level', value: 4 } } },
    ],
    [
      'table.calculate',
      { table: 'sailings', calculation: { key: 'spare_2', title: 'Spare too', rule: { kind: 'level', value: 4 } } },
    ],
  ];
  for (const [name, args] of steps) report = runCommand(report, name, args).report;
  return recordOf(report);
}

export const rich = start();
