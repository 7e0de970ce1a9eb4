import { axisFor } from '../../../core/figure/axis-for.ts';
import { newLines } from '../../../core/figure/draft.ts';
import { yearsBeforeFor } from '../../../core/figure/draft-bands.ts';
import { draftLevel } from '../../../core/figure/draft-marks.ts';
import type { FigureLayout } from '../../../core/figure/figure-layout.ts';
import { resolveFigure } from '../../../core/figure/panels/resolve.ts';
import { nameOfLine } from '../../../core/figure/resolve.ts';
import type { DressedFigure, DressedLine } from '../../../core/figure/spec.ts';
import { columnOf, type Table } from '../../../core/table/column.ts';
import { periodsOfTable } from '../../../core/table/series.ts';
import { Popover } from '../../controls/Popover.tsx';
import { addMark } from '../../report/levels.ts';
import { addCalculated, offerRightAxis } from '../../report/lines.ts';
import { drawYears } from '../../report/make.ts';
import { openPart } from '../../report/view.ts';
import { run, useReport } from '../../state/store.ts';
import { storedLines } from '../../state/stored.ts';
import { useStyle } from '../../state/style.ts';

interface AddLineProps {
  figure: DressedFigure;
  table: Table;
  /** the layout as it is when something is added */
  layoutNow(): FigureLayout;
  /** the line that a calculation is of */
  of: DressedLine | undefined;
}

/** More lines: a column, a calculation of the chosen line, or a level. */
export function AddLine({ figure, table, layoutNow, of }: AddLineProps) {
  const report = useReport((state) => state.report);
  const style = useStyle();
  const drawn = new Set(figure.lines.map((line) => line.column));
  const free = table.columns.filter((column) => column.kind === 'number' && column.key !== figure.across);
  const hasDates = periodsOfTable(table).kind === 'dates';
  const add = (column: string) => {
    const [line] = newLines(style, [column], storedLines(figure), () => crypto.randomUUID());
    if (!line) return;
    const { axis, offer } = axisFor(figure, table, column);
    if (run('figure.addLines', { figure: figure.id, lines: [{ ...line, axis }] }) !== null) return;
    openPart(`line:${line.id}`);
    if (offer !== null) offerRightAxis(figure, line.id, offer);
  };
  const years = hasDates ? yearsBeforeFor(figure, table, resolveFigure(figure, table, style).keys) : 0;
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
            onClick={() => addCalculated(figure, table, 'year earlier', of)}
          >
            same months last year
          </button>
          <button
            type="button"
            className="phrase"
            title={`The rolling mean of ${name}`}
            onClick={() => addCalculated(figure, table, 'rolling mean', of)}
          >
            rolling mean
          </button>
          {years > 0 && (
            <button
              type="button"
              className="phrase"
              title={`Lowest to highest of the years before as a band behind ${name}, with their mean`}
              onClick={() => {
                run('figure.sumUp', {
                  figure: figure.id,
                  line: of.id,
                  of: { kind: 'past years', years, spread: 'lowest to highest' },
                });
              }}
            >
              band of past years
            </button>
          )}
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
          addMark(figure, mark);
        }}
      >
        a target level
      </button>
      {of && <span>(of {name})</span>}
    </p>
  );
}
