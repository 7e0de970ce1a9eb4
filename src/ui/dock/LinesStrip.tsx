import { closestCenter, DndContext, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { memo, useCallback, useState } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { nameOfLine } from '../../core/figure/resolve.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import { isCalled } from '../../core/table/called.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { useSorting } from '../controls/sorting.ts';
import { chooseAll, showAll, targetsOf } from '../report/lines.ts';
import { lineOfPart, useView } from '../report/view.ts';
import { run } from '../state/store.ts';
import { useStyle } from '../state/style.ts';
import { AddLine } from './ledger/AddLine.tsx';
import { type CellName, isLedgerSame } from './ledger/cell.tsx';
import { LedgerRow } from './ledger/LedgerRow.tsx';
import { LedgerTools } from './ledger/LedgerTools.tsx';
import { LevelRow } from './ledger/LevelRow.tsx';

interface LinesStripProps {
  figure: DressedFigure;
  table: Table;
  layoutNow(): FigureLayout;
}

const HEADS = [
  ['Line', 'w-36 max-xl:w-32'],
  ['From', 'w-36 max-xl:hidden'],
  ['Axis', 'w-22 max-xl:w-20'],
  ['Stroke', 'w-28 max-xl:w-26'],
  ['Markers', 'w-20 max-xl:w-16'],
  ['Values shown', 'w-28 max-xl:w-24'],
  ['Emphasis', 'w-40 max-xl:w-26'],
  ['Gaps', 'w-26 max-xl:w-20'],
] as const;

/** A tick for all lines: none, some or all of them have it. */
function AllTick({
  label,
  count,
  of,
  onTick,
}: {
  label: string;
  count: number;
  of: number;
  onTick(all: boolean): void;
}) {
  return (
    <input
      type="checkbox"
      className="checkbox checkbox-xs rounded-sm"
      aria-label={label}
      checked={count === of && of > 0}
      ref={(box) => {
        if (box) box.indeterminate = count > 0 && count < of;
      }}
      onChange={(event) => onTick(event.target.checked)}
    />
  );
}

/** The ledger: a row for each line of the figure, and for each level. */
export const LinesStrip = memo(
  function LinesStrip({ figure, table, layoutNow }: LinesStripProps) {
    const chosen = lineOfPart(useView((view) => view.part));
    const picked = useView((view) => view.picked);
    const style = useStyle();
    const [filter, setFilter] = useState('');
    const [unfolded, setUnfolded] = useState<{ line: string; cell: CellName } | null>(null);
    const onUnfold = useCallback((line: string, cell: CellName | null) => setUnfolded(cell && { line, cell }), []);
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
            <table className="w-full table-fixed text-left">
              <thead>
                <tr className="border-b border-rule text-[13px] text-quiet">
                  <th scope="col" className="w-9 pl-2">
                    <span className="sr-only">Move</span>
                  </th>
                  <th scope="col" className="w-7">
                    <AllTick
                      label="Choose all lines"
                      count={picked.length}
                      of={figure.lines.length}
                      onTick={(all) => chooseAll(figure, all)}
                    />
                  </th>
                  {HEADS.map(([head, width]) => (
                    <th key={head} scope="col" className={`${width} py-1 font-semibold`}>
                      {head}
                    </th>
                  ))}
                  <th scope="col" className="w-20 py-1 pr-3 text-right max-xl:w-18 font-semibold whitespace-nowrap">
                    Shown{' '}
                    <AllTick
                      label="Show all lines"
                      count={figure.lines.filter(({ shown }) => shown).length}
                      of={figure.lines.length}
                      onTick={(all) => showAll(figure, all)}
                    />
                  </th>
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
                    unfolded={unfolded?.line === line.id ? unfolded.cell : null}
                    onUnfold={onUnfold}
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
