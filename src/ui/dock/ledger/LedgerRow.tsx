import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { memo } from 'react';
import { GAPS } from '../../../core/figure/look.ts';
import { columnOf } from '../../../core/table/column.ts';
import { PhraseChoice, PhraseText } from '../../controls/Phrase.tsx';
import { same } from '../../controls/words.tsx';
import { choose } from '../../report/lines.ts';
import { openPart } from '../../report/view.ts';
import { run } from '../../state/store.ts';
import { type CellProps, isLedgerSame, style } from './cell.tsx';
import { EmphasisCell } from './EmphasisCell.tsx';
import { MarkersCell, ValuesCell } from './PointCells.tsx';
import { StrokeCell } from './StrokeCell.tsx';

interface LedgerRowProps extends CellProps {
  chosen: boolean;
  picked: boolean;
}

const isSame = (a: LedgerRowProps, b: LedgerRowProps) =>
  a.line === b.line &&
  a.name === b.name &&
  a.table === b.table &&
  a.style === b.style &&
  a.chosen === b.chosen &&
  a.picked === b.picked &&
  a.targets.join() === b.targets.join() &&
  isLedgerSame(a.figure, b.figure);

/** A line of the figure as a row: chosen by a click, also with Ctrl or Shift, moved by its grip. */
export const LedgerRow = memo(function LedgerRow({ chosen, picked, ...props }: LedgerRowProps) {
  const { figure, line, name, table, targets } = props;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: line.id });
  const column = columnOf(table, line.column);
  const target = { figure: figure.id, lines: targets };
  return (
    <tr
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition, opacity: isDragging ? 0.6 : undefined }}
      className={`border-b border-rule ${chosen || picked ? 'bg-chosen' : ''}`}
      aria-selected={chosen || picked}
      data-line={line.id}
      onClick={(event) => {
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
      <td className="py-0.5">
        <PhraseText
          label={`Name of line ${name}`}
          value={name}
          colour={line.shown ? line.colour : undefined}
          className="w-32"
          onCommit={(text) =>
            run('figure.renameLine', {
              figure: figure.id,
              line: line.id,
              name: text.trim() === '' ? null : text.trim(),
            })
          }
        />
      </td>
      <td className="max-w-44 truncate text-quiet" title={column ? `${table.title} › ${column.title}` : undefined}>
        {column ? column.title : `${line.column} is not in the table any more`}
      </td>
      <td>
        <PhraseChoice
          label={`Axis of ${name}`}
          value={line.axis}
          options={same(['left', 'right'] as const)}
          onCommit={(axis) => run('figure.setAxisOfLines', { ...target, axis })}
        />
      </td>
      <td>
        <StrokeCell {...props} across={columnOf(table, figure.across)} />
      </td>
      <td>
        <MarkersCell {...props} />
      </td>
      <td>
        <ValuesCell {...props} />
      </td>
      <td className="max-w-52">
        <EmphasisCell {...props} />
      </td>
      <td>
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
  );
}, isSame);
