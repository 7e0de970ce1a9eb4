import { newLine, newLines } from '../../../core/figure/draft.ts';
import { draftLevel } from '../../../core/figure/draft-marks.ts';
import type { FigureLayout } from '../../../core/figure/figure-layout.ts';
import { nameOfLine } from '../../../core/figure/resolve.ts';
import type { FigureSpec, Line } from '../../../core/figure/spec.ts';
import { draftRule, freeKey, type RuleKind, titleOfRule } from '../../../core/table/calc/draft.ts';
import { columnOf, type Table } from '../../../core/table/column.ts';
import { periodsOfTable } from '../../../core/table/series.ts';
import { Popover } from '../../controls/Popover.tsx';
import { drawYears } from '../../report/make.ts';
import { openPart } from '../../report/view.ts';
import { run, useReport } from '../../state/store.ts';

interface AddLineProps {
  figure: FigureSpec;
  table: Table;
  /** the layout as it is when something is added */
  layoutNow(): FigureLayout;
  /** the line that a calculation is of */
  of: Line | undefined;
}

/** More lines: a column, a calculation of the chosen line, or a level. */
export function AddLine({ figure, table, layoutNow, of }: AddLineProps) {
  const report = useReport((state) => state.report);
  const { style } = report;
  const drawn = new Set(figure.lines.map((line) => line.column));
  const free = table.columns.filter((column) => column.kind === 'number' && column.key !== figure.across);
  const hasDates = periodsOfTable(table).kind === 'dates';
  const add = (column: string) => {
    const lines = newLines(style, [column], figure.lines, () => crypto.randomUUID());
    if (run('figure.addLines', { figure: figure.id, lines }) === null) openPart(`line:${lines[0]?.id}`);
  };
  const calculated = (kind: RuleKind, look: Partial<Line>) => {
    if (!of) return;
    const rule = draftRule(kind, table, of.column);
    const title = titleOfRule(rule, table);
    const key = freeKey(table, title);
    const line = { ...newLine(crypto.randomUUID(), key, of.colour, style), axis: of.axis, ...look };
    const calculation = { key, title, rule };
    if (run('figure.addCalculatedLine', { figure: figure.id, calculation, line }) === null) openPart(`line:${line.id}`);
  };
  const name = of ? nameOfLine(of, columnOf(table, of.column)) : '';
  return (
    <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1 px-4 py-2 text-quiet">
      <span>Add a line:</span>
      <Popover label="A column as a line" className="phrase" face="a column" width="w-72">
        {(close) => (
          <ul className="max-h-72 overflow-auto">
            {free.map((column) => (
              <li key={column.key}>
                <button
                  type="button"
                  className="w-full rounded px-2 py-1 text-left hover:bg-base-200"
                  onClick={() => {
                    add(column.key);
                    close();
                  }}
                >
                  {column.title}
                  {drawn.has(column.key) && <span className="text-quiet"> · a line already</span>}
                </button>
              </li>
            ))}
          </ul>
        )}
      </Popover>
      {of && hasDates && (
        <>
          <button
            type="button"
            className="phrase"
            title={`The same periods a year earlier, under ${name}`}
            onClick={() => calculated('year earlier', { weight: Math.max(0.6, of.weight * 0.6), pattern: 'dashes' })}
          >
            same months last year
          </button>
          <button
            type="button"
            className="phrase"
            title={`The rolling mean of ${name}`}
            onClick={() => calculated('rolling mean', { weight: of.weight * 1.4, pattern: 'solid' })}
          >
            rolling mean
          </button>
          <button
            type="button"
            className="phrase"
            title={`A new figure with the years of ${name} over each other`}
            onClick={() => drawYears(report, figure.table, table, of.column)}
          >
            one line per year
          </button>
        </>
      )}
      <button
        type="button"
        className="phrase"
        onClick={() => {
          const mark = draftLevel(crypto.randomUUID(), figure, layoutNow(), of);
          if (run('figure.addMark', { figure: figure.id, mark }) === null) openPart(`mark:${mark.id}`);
        }}
      >
        a target level
      </button>
      {of && <span>(of {name})</span>}
    </p>
  );
}
