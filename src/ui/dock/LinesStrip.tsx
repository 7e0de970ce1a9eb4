import { X } from 'lucide-react';
import { newLine, paletteColour } from '../../core/figure/draft.ts';
import { nameOfLine } from '../../core/figure/resolve.ts';
import type { FigureSpec, Line } from '../../core/figure/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseChoice, PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { lineOfPart, useView } from '../report/view.ts';
import { run, useReport } from '../state/store.ts';

interface LinesStripProps {
  figure: FigureSpec;
  table: Table;
}

/** The ledger: a row for each line of the figure. */
export function LinesStrip({ figure, table }: LinesStripProps) {
  const chosen = lineOfPart(useView((view) => view.part));
  return (
    <>
      <table className="w-full text-left">
        <thead>
          <tr className="border-b border-rule text-[13px] text-quiet">
            <th scope="col" className="w-16 py-1.5 pl-4 font-semibold">
              Shown
            </th>
            <th scope="col" className="w-56 font-semibold">
              Line
            </th>
            <th scope="col" className="w-72 font-semibold">
              From
            </th>
            <th scope="col" className="w-20 font-semibold">
              Axis
            </th>
            <th scope="col" className="w-24 font-semibold">
              Colour
            </th>
            <th scope="col" className="w-56 font-semibold">
              Stroke
            </th>
            <th scope="col">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {figure.lines.map((line) => (
            <LineRow key={line.id} figure={figure} line={line} table={table} chosen={line.id === chosen} />
          ))}
        </tbody>
      </table>
      <AddLine figure={figure} table={table} />
    </>
  );
}

function LineRow({ figure, line, table, chosen }: LinesStripProps & { line: Line; chosen: boolean }) {
  const style = useReport((state) => state.report.style);
  const column = columnOf(table, line.column);
  const name = nameOfLine(line, column);
  const target = { figure: figure.id, lines: [line.id] };
  return (
    <tr
      className={`border-b border-rule ${chosen ? 'bg-chosen' : ''}`}
      aria-selected={chosen}
      onFocusCapture={() => useView.setState({ part: `line:${line.id}` })}
    >
      <td className="py-1 pl-4">
        <input
          type="checkbox"
          className="toggle toggle-sm toggle-primary"
          aria-label={`Show ${name}`}
          checked={line.shown}
          onChange={(event) => run('figure.showLines', { ...target, shown: event.target.checked })}
        />
      </td>
      <td>
        <PhraseText
          label={`Name of line ${name}`}
          value={name}
          colour={line.shown ? line.colour : undefined}
          className="max-w-52"
          onCommit={(text) =>
            run('figure.renameLine', {
              figure: figure.id,
              line: line.id,
              name: text.trim() === '' ? null : text.trim(),
            })
          }
        />
      </td>
      <td className="max-w-72 truncate text-quiet">
        {column ? `${table.title} › ${column.title}` : `${line.column} is not in the table any more`}
      </td>
      <td>
        <PhraseChoice
          label={`Axis of ${name}`}
          value={line.axis}
          options={[
            { value: 'left', name: 'left' },
            { value: 'right', name: 'right' },
          ]}
          onCommit={(axis) => run('figure.setAxisOfLines', { ...target, axis })}
        />
      </td>
      <td>
        <ColourWord
          label={`Colour of ${name}`}
          colour={line.colour}
          style={style}
          onCommit={(colour) => run('figure.styleLines', { ...target, colour })}
        />
      </td>
      <td>
        <span className="flex items-center gap-3">
          <svg width="58" height="14" aria-hidden="true">
            <rect width="58" height="14" rx="2" fill="#ffffff" />
            <path d="M3 7H55" stroke={line.colour} strokeWidth={Math.min(12, line.weight * 1.33)} />
          </svg>
          <span>
            <PhraseNumber
              label={`Stroke weight of ${name}, points`}
              value={line.weight}
              className="text-right"
              onCommit={(weight) => run('figure.styleLines', { ...target, weight: weight ?? line.weight })}
            />
            &nbsp;pt
          </span>
        </span>
      </td>
      <td className="pr-3 text-right">
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label={`Remove line ${name}`}
          title="Take this line out of the figure"
          onClick={() => run('figure.removeLines', target)}
        >
          <X size={14} aria-hidden="true" />
        </button>
      </td>
    </tr>
  );
}

/** The table's number columns that are no lines yet. */
function AddLine({ figure, table }: LinesStripProps) {
  const style = useReport((state) => state.report.style);
  const drawn = new Set(figure.lines.map((line) => line.column));
  const free = table.columns.filter(
    (column) => column.kind === 'number' && column.key !== figure.across && !drawn.has(column.key),
  );
  const add = (column: string) => {
    const line = newLine(crypto.randomUUID(), column, paletteColour(style, figure.lines.length), style);
    run('figure.addLine', { figure: figure.id, line });
  };
  return (
    <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1 px-4 py-2.5 text-quiet">
      {free.length > 0 ? <span>Add a line:</span> : <span>Every column of numbers is a line already.</span>}
      {free.map((column) => (
        <button key={column.key} type="button" className="phrase" onClick={() => add(column.key)}>
          {column.title}
        </button>
      ))}
      <span className="ml-2">
        <kbd className="kbd kbd-sm">J</kbd> <kbd className="kbd kbd-sm">K</kbd> next and previous line,{' '}
        <kbd className="kbd kbd-sm">X</kbd> other axis
      </span>
    </p>
  );
}
