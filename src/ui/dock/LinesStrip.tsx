import { closestCenter, DndContext, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { memo, useState } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { nameOfLine } from '../../core/figure/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { isCalled } from '../../core/table/called.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { useSorting } from '../controls/sorting.ts';
import { targetsOf } from '../report/lines.ts';
import { lineOfPart, useView } from '../report/view.ts';
import { run, useReport } from '../state/store.ts';
import { AddLine } from './ledger/AddLine.tsx';
import { isLedgerSame } from './ledger/cell.tsx';
import { LedgerRow } from './ledger/LedgerRow.tsx';
import { LedgerTools } from './ledger/LedgerTools.tsx';
import { LevelRow } from './ledger/LevelRow.tsx';

interface LinesStripProps {
  figure: FigureSpec;
  table: Table;
  layoutNow(): FigureLayout;
}

const HEADS = [
  ['', 'w-9 pl-2'],
  ['', 'w-7'],
  ['Line', 'w-36'],
  ['From', 'w-36'],
  ['Axis', 'w-18'],
  ['Stroke', 'w-30'],
  ['Markers', 'w-20'],
  ['Values shown', 'w-30'],
  ['Emphasis', 'w-44'],
  ['Gaps', 'w-26'],
  ['Shown', 'w-16 pr-3 text-right'],
] as const;

/** The ledger: a row for each line of the figure, and for each level. */
export const LinesStrip = memo(
  function LinesStrip({ figure, table, layoutNow }: LinesStripProps) {
    const chosen = lineOfPart(useView((view) => view.part));
    const picked = useView((view) => view.picked);
    const style = useReport((state) => state.report.style);
    const [filter, setFilter] = useState('');
    const sensors = useSorting();
    const named = figure.lines.map((line) => ({ line, name: nameOfLine(line, columnOf(table, line.column)) }));
    const wanted = filter.trim();
    const rows = named.filter(({ name }) => isCalled(name, wanted));
    const onDragEnd = ({ active, over }: DragEndEvent) => {
      if (!over || over.id === active.id) return;
      const order = figure.lines.map(({ id }) => id);
      const moved = String(active.id);
      const lines = picked.includes(moved) ? [...picked] : [moved];
      const to = order.indexOf(String(over.id));
      // Dropped on a row below, a line goes after it.
      const before = order.indexOf(moved) < to ? (order[to + 1] ?? null) : String(over.id);
      run('figure.moveLines', { figure: figure.id, lines, before });
    };
    return (
      <>
        <LedgerTools figure={figure} named={named} filter={filter} onFilter={setFilter} />
        <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
          <SortableContext items={rows.map(({ line }) => line.id)} strategy={verticalListSortingStrategy}>
            <table className="w-full min-w-[1040px] table-fixed text-left">
              <thead>
                <tr className="border-b border-rule text-[13px] text-quiet">
                  {HEADS.map(([head, width], index) => (
                    <th key={`${head}${index < 2 ? index : ''}`} scope="col" className={`${width} py-1 font-semibold`}>
                      {head || <span className="sr-only">{index === 0 ? 'Move' : 'Choose'}</span>}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map(({ line, name }) => (
                  <LedgerRow
                    key={line.id}
                    figure={figure}
                    table={table}
                    line={line}
                    name={name}
                    style={style}
                    targets={targetsOf(picked, line)}
                    chosen={line.id === chosen}
                    picked={picked.includes(line.id)}
                  />
                ))}
                {wanted === '' &&
                  figure.marks.map(
                    (mark) =>
                      mark.kind === 'level' && <LevelRow key={mark.id} figure={figure} table={table} level={mark} />,
                  )}
              </tbody>
            </table>
          </SortableContext>
        </DndContext>
        <AddLine
          figure={figure}
          table={table}
          layoutNow={layoutNow}
          of={figure.lines.find(({ id }) => id === chosen) ?? figure.lines[0]}
        />
      </>
    );
  },
  (a, b) => a.table === b.table && isLedgerSame(a.figure, b.figure),
);
