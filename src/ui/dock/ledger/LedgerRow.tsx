import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { memo } from 'react';
import { GAPS } from '../../../core/style/vocabulary.ts';
import { columnOf } from '../../../core/table/column.ts';
import { PhraseChoice } from '../../controls/Choice.tsx';
import { PhraseText } from '../../controls/Phrase.tsx';
import { same } from '../../controls/words.tsx';
import { GripVertical } from '../../icons.ts';
import { choose } from '../../report/lines.ts';
import { openPart } from '../../report/view.ts';
import { run } from '../../state/store.ts';
import { type CellName, type CellProps, isLedgerSame, style } from './cell.tsx';
import { EmphasisFace, EmphasisWords } from './EmphasisCell.tsx';
import { MarkersFace, MarkersWords, ValuesFace, ValuesWords } from './PointCells.tsx';
import { StrokeFace, StrokeWords } from './StrokeCell.tsx';
import { Unfolded } from './Unfolded.tsx';

interface LedgerRowProps extends CellProps {
  chosen: boolean;
  picked: boolean;
  /** the cell whose sentences stand below the row */
  unfolded: CellName | null;
  onUnfold(line: string, cell: CellName | null): void;
}

const CELLS: readonly { cell: CellName; name: string; Face: typeof StrokeFace; Words: typeof StrokeWords }[] = [
  { cell: 'stroke', name: 'Stroke', Face: StrokeFace, Words: StrokeWords },
  { cell: 'markers', name: 'Markers', Face: MarkersFace, Words: MarkersWords },
  { cell: 'values', name: 'Values shown', Face: ValuesFace, Words: ValuesWords },
  { cell: 'emphasis', name: 'Emphasis', Face: EmphasisFace, Words: EmphasisWords },
];

/** Whether a click is on something that does its own work, and chooses no line. */
const isOnControl = (target: EventTarget) =>
  target instanceof Element && target.closest('button, input, select, textarea, label, [role="radiogroup"]') !== null;

const isSame = (a: LedgerRowProps, b: LedgerRowProps) =>
  a.line === b.line &&
  a.name === b.name &&
  a.table === b.table &&
  a.style === b.style &&
  a.chosen === b.chosen &&
  a.picked === b.picked &&
  a.unfolded === b.unfolded &&
  a.onUnfold === b.onUnfold &&
  a.targets.join() === b.targets.join() &&
  isLedgerSame(a.figure, b.figure);

/** A line of the figure as a row: chosen by a click, also with Ctrl or Shift, moved by its grip. */
export const LedgerRow = memo(function LedgerRow({ chosen, picked, unfolded, onUnfold, ...props }: LedgerRowProps) {
  const { figure, line, name, table, targets } = props;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: line.id });
  const column = columnOf(table, line.column);
  const target = { figure: figure.id, lines: targets };
  const open = CELLS.find(({ cell }) => cell === unfolded);
  return (
    <>
      <tr
        ref={setNodeRef}
        style={{ transform: CSS.Translate.toString(transform), transition, opacity: isDragging ? 0.6 : undefined }}
        className={`scroll-mt-9 border-b border-rule ${chosen || picked ? 'bg-chosen' : ''}`}
        aria-selected={chosen || picked}
        data-line={line.id}
        onClick={(event) => {
          if (isOnControl(event.target)) return;
          if (event.ctrlKey || event.metaKey) choose(figure, line.id, 'also');
          else if (event.shiftKey) choose(figure, line.id, 'through');
          else if (!picked) choose(figure, line.id, 'only');
        }}
      >
        <td className="pl-2">
          <button
            type="button"
            className="flex h-7 w-6 cursor-grab items-center justify-center rounded text-quiet hover:bg-base-200"
            aria-label={`Move ${name}`}
            {...attributes}
            {...listeners}
          >
            <GripVertical size={14} aria-hidden="true" />
          </button>
        </td>
        <td>
          <input
            type="checkbox"
            className="checkbox checkbox-xs rounded-sm"
            aria-label={`Choose ${name}`}
            checked={picked}
            onClick={(event) => event.stopPropagation()}
            onChange={() => choose(figure, line.id, 'also')}
          />
        </td>
        <td className="py-0.5" data-words-of={`name:${line.id}`}>
          <PhraseText
            label={`Name of line ${name}`}
            value={name}
            colour={line.shown ? line.colour : undefined}
            className="w-32 max-xl:w-28"
            onCommit={(text) =>
              run('figure.renameLine', {
                figure: figure.id,
                line: line.id,
                name: text.trim() === '' ? null : text.trim(),
              })
            }
          />
        </td>
        <td
          className="max-w-44 truncate text-quiet max-xl:hidden"
          title={column ? `${table.title} › ${column.title}` : undefined}
        >
          {column ? column.title : `${line.column} is no longer in the table`}
        </td>
        <td>
          <PhraseChoice
            label={`Axis of ${name}`}
            value={line.axis}
            options={same(['left', 'right'] as const)}
            onCommit={(axis) => run('figure.setAxisOfLines', { ...target, axis })}
          />
        </td>
        {CELLS.map(({ cell, Face }) => (
          <td key={cell} className="max-w-52">
            <Face
              {...props}
              isOpen={cell === unfolded}
              onToggle={() => onUnfold(line.id, cell === unfolded ? null : cell)}
            />
          </td>
        ))}
        <td className="[&>select]:max-w-full">
          <PhraseChoice
            label={`Gaps of ${name}`}
            value={line.gaps}
            options={same(GAPS)}
            onCommit={(gaps) => style(props, { gaps })}
          />
        </td>
        <td className="pr-3 text-right">
          <input
            type="checkbox"
            className="toggle toggle-xs toggle-primary"
            aria-label={`Show ${name}`}
            checked={line.shown}
            onClick={(event) => event.stopPropagation()}
            onChange={(event) => {
              openPart(`line:${line.id}`);
              run('figure.showLines', { ...target, shown: event.target.checked });
            }}
          />
        </td>
      </tr>
      {open && (
        <Unfolded name={`Set ${open.name.toLowerCase()} of ${name}`} onFold={() => onUnfold(line.id, null)}>
          <open.Words {...props} />
        </Unfolded>
      )}
    </>
  );
}, isSame);
