import { type ReactNode, useCallback, useMemo, useState } from 'react';
import type { FigureWindow } from '../../core/figure/spec.ts';
import { isReceived, type TableItem } from '../../core/report/report.ts';
import { hasSparklines } from '../../core/spark/draft.ts';
import { acrossCandidates, chooseAcross, chooseLines } from '../../core/table/choose.ts';
import { type Column, type Table, wholeLackOf } from '../../core/table/column.ts';
import { rowsOf } from '../../core/table/row-names.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { Strips } from '../controls/Strips.tsx';
import { useFollowing } from '../grid/following.ts';
import { columnAt, Grid, type GridEditing } from '../grid/Grid.tsx';
import { type Area, areaOf, at, type Selection } from '../grid/selection.ts';
import { makeFigure, makeSparkTable } from '../report/make.ts';
import { show, type TableStrip, useSeen, useView } from '../report/view.ts';
import { run, showNotice, useReport } from '../state/store.ts';
import { styleNow } from '../state/style.ts';
import { useTable } from '../state/tables.ts';
import { AtHand } from './at-hand.ts';
import { CalculateStrip } from './CalculateStrip.tsx';
import { ColumnHead, DrawnColumns } from './ColumnHead.tsx';
import { TableEditor } from './edits.ts';
import { Glance, type Looked } from './Glance.tsx';
import { RemarksStrip } from './RemarksStrip.tsx';
import { ShapeStrip } from './ShapeStrip.tsx';
import { Ticking } from './Ticking.tsx';
import { hasUnreadCells, nextUnread } from './unread.ts';
import { useSettled } from './useSettled.ts';

const STRIPS: { id: TableStrip; name: string }[] = [
  { id: 'remarks', name: 'Remarks' },
  { id: 'calculate', name: 'New columns' },
  { id: 'shape', name: 'Shape' },
];

/** Tables of more cells are drawn in the glance only when they rest. */
const LARGE = 40_000;

/** A table of the report: its grid, a glance at the ticked columns, and the dock that calculates and shapes. */
export function TableView({ item }: { item: TableItem }) {
  const loaded = useTable(item);
  useSeen('table' in loaded);
  if ('table' in loaded) return <LoadedTable item={loaded.item} table={loaded.table} />;
  return (
    <p role={'error' in loaded ? 'alert' : 'status'} className="flex-1 bg-desk p-8">
      {'error' in loaded ? loaded.error : 'Loading the rows …'}
    </p>
  );
}

interface TableHeadProps {
  item: TableItem;
  table: Table;
  /** whether the glance stands beside the grid; null where there is nothing to glance at */
  glance: boolean | null;
  onFigure(): void;
}

/** The name of a table, and what can be made of it. */
function TableHead({ item, table, glance, onFigure }: TableHeadProps) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <h2 className="min-w-0 font-serif text-lg font-semibold">
        <PhraseText
          label="Name of the table"
          value={item.name}
          className="max-w-96"
          onCommit={(text) => run('item.rename', { item: item.id, name: text.trim() })}
        />
      </h2>
      <span className="text-quiet">
        {table.rows.toLocaleString('en-GB')} rows × {table.columns.length} columns
      </span>
      <span className="ml-auto flex items-center gap-2">
        {glance !== null && (
          <label className="mr-1 flex items-center gap-1.5 text-[13px]">
            <input
              type="checkbox"
              className="toggle toggle-sm toggle-primary"
              checked={glance}
              onChange={(event) => useView.setState({ glance: event.target.checked })}
            />
            Glance
          </label>
        )}
        {isReceived(item) && (
          <button type="button" className="btn btn-sm" onClick={() => show({ kind: 'new-table', replaces: item.id })}>
            Newer extract
          </button>
        )}
        {hasSparklines(table) && (
          <button type="button" className="btn btn-sm" onClick={() => makeSparkTable(item, table)}>
            Make a spark table
          </button>
        )}
        <button type="button" className="btn btn-sm btn-primary" onClick={onFigure}>
          Make a figure
        </button>
      </span>
    </div>
  );
}

/** Which column runs across and which are drawn in the glance and in a new figure; chosen by the table until they are by hand. */
function useDrawn(table: Table) {
  const [ticks, setTicks] = useState<readonly string[] | null>(null);
  const [wished, setWished] = useState<string | null>(null);
  const candidates = useMemo(() => acrossCandidates(table), [table]);
  const across = useMemo(
    () => candidates.find(({ key }) => key === wished) ?? chooseAcross(table),
    [candidates, wished, table],
  );
  const drafted = useMemo(() => (across ? chooseLines(table, across.key).map(({ key }) => key) : []), [table, across]);
  const chosen = useMemo(() => {
    const wanted = ticks ?? drafted;
    return table.columns.filter((column) => column.kind === 'number' && wanted.includes(column.key));
  }, [ticks, drafted, table]);
  const keys = useMemo(() => chosen.map(({ key }) => key), [chosen]);
  return {
    candidates,
    across,
    chosen,
    keys,
    /** what of it was chosen by hand */
    byHand: { across: wished === null ? undefined : across?.key, lines: ticks === null ? undefined : keys },
    runAcross: setWished,
    tick: (key: string, ticked: boolean) => setTicks(ticked ? [...keys, key] : keys.filter((other) => other !== key)),
    tickThese: (wanted: readonly string[] | null) => setTicks(wanted),
  };
}

/** What typing, copying and keys do in the grid. */
function editingOf(editor: TableEditor, walk: (step: 1 | -1) => void, insert: (area: Area) => void): GridEditing {
  return {
    spare: editor.spare,
    editable: (column) => editor.editable(column),
    typed: (column, row) => editor.typed(column, row),
    type: (row, key, text) => editor.type(row, key, text),
    clear: (area) => editor.clear(area),
    copy: (area) => editor.copy(area),
    paste: (area, data) => editor.paste(area, data),
    key: (event, area) => {
      if (!event.altKey || event.ctrlKey || event.metaKey) return false;
      if (event.key === 'ArrowDown') event.shiftKey ? editor.goOn(area) : editor.fillDown(area);
      else if (event.key === 'Enter') insert(area);
      else if (event.key === 'Delete' || event.key === 'Backspace') editor.removeRows(area);
      else if (event.code === 'KeyN') walk(event.shiftKey ? -1 : 1);
      else return false;
      return true;
    },
  };
}

function LoadedTable({ item, table }: { item: TableItem; table: Table }) {
  const report = useReport((state) => state.report);
  const strip = useView((view) => view.tableStrip);
  const glanced = useView((view) => view.glance);
  const folded = useView((view) => view.dockFolded);
  const names = useMemo(() => (isReceived(item) ? rowsOf(item) : null), [item]);
  const layout = useMemo(() => ({ rows: names, columns: table.columns }), [names, table.columns]);
  const { selection, select: setSelection } = useFollowing(at(0, 0), layout);
  const [window, setWindow] = useState<FigureWindow>('all');
  const editor = useMemo(() => new TableEditor(item, table), [item, table]);
  // The rows that come stand where the cursor is.
  const insert = (area: Area) => {
    editor.insertRows(area);
    setSelection(selection, true);
  };
  const drawn = useDrawn(table);
  const { across, chosen, keys } = drawn;
  const looked = useSettled(
    useMemo(
      (): Looked | null => (across ? { across, columns: chosen, totals: table.totals } : null),
      [across, chosen, table.totals],
    ),
    JSON.stringify([item.id, across?.key, keys]),
    table.rows * table.columns.length > LARGE,
  );
  const walk = useCallback(
    (step: 1 | -1) => {
      const found = nextUnread(table, selection, step);
      if (found) setSelection(at(found.row, found.col));
      else showNotice('Every cell could be read; there is nothing to correct.');
    },
    [table, selection, setSelection],
  );
  const hasUnread = useMemo(() => hasUnreadCells(table), [table]);
  const hand = useMemo(() => ({ item, table, editor }), [item, table, editor]);
  const drawing = {
    able: table.columns.flatMap(({ kind, key }) => (kind === 'number' && key !== across?.key ? key : [])),
    keys,
    tick: drawn.tick,
  };
  return (
    <section aria-label={`Table ${item.name}`} className="flex min-h-0 min-w-0 flex-1 flex-col bg-desk">
      <div className="flex min-h-0 flex-1 flex-col gap-2 px-5 pt-4 pb-3">
        <TableHead
          item={item}
          table={table}
          glance={across ? glanced : null}
          onFigure={() => makeFigure(report, item, table, { ...drawn.byHand, window })}
        />
        <div className="flex min-h-0 flex-1 gap-3">
          <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-2">
            <EditBar
              editor={editor}
              selection={selection}
              onInsert={insert}
              table={table}
              across={across}
              candidates={drawn.candidates}
              onAcross={drawn.runAcross}
              stored={isReceived(item)}
            >
              {across && <Ticking table={table} across={across.key} keys={keys} onTick={drawn.tickThese} />}
            </EditBar>
            {wholeLackOf(table) && (
              <p role="status" className="border-l-4 border-warning bg-base-100 px-3 py-2">
                {table.remarks[0]?.text}
              </p>
            )}
            <AtHand.Provider value={hand}>
              <DrawnColumns.Provider value={drawing}>
                <Grid
                  table={table}
                  selection={selection}
                  onSelect={setSelection}
                  names={names}
                  editing={editingOf(editor, walk, insert)}
                  Head={ColumnHead}
                  across={across?.key}
                />
              </DrawnColumns.Provider>
            </AtHand.Provider>
          </div>
          {across && glanced && <Glance looked={looked} window={window} onWindow={setWindow} style={styleNow()} />}
        </div>
      </div>
      <Strips
        label="Dock"
        strips={STRIPS}
        open={strip}
        onOpen={(tableStrip) => useView.setState({ tableStrip, dockFolded: false })}
        folded={folded}
        onFold={(dockFolded) => useView.setState({ dockFolded })}
        height="h-[176px]"
        aside="Type to change a cell, Enter to keep it; paste a block anywhere"
      >
        {strip === 'remarks' && <RemarksStrip table={table} hasUnread={hasUnread} onNextUnread={() => walk(1)} />}
        {strip === 'calculate' && (
          <CalculateStrip
            item={item}
            table={table}
            chosen={keys}
            current={columnAt(table, selection)?.key}
            onMade={(key) => drawn.tick(key, true)}
          />
        )}
        {strip === 'shape' && <ShapeStrip item={item} table={table} chosen={keys} />}
      </Strips>
    </section>
  );
}

interface EditBarProps {
  editor: TableEditor;
  selection: Selection;
  onInsert(area: Area): void;
  table: Table;
  across: Column | undefined;
  candidates: readonly Column[];
  onAcross(key: string): void;
  stored: boolean;
  children: ReactNode;
}

/** Which column runs across, and what can be done to the selected rows. */
function EditBar({ editor, selection, onInsert, table, across, candidates, onAcross, stored, children }: EditBarProps) {
  const area = areaOf(selection);
  const last = Math.min(area.bottom, table.rows - 1);
  const count = Math.max(0, last - area.top + 1);
  const rows = count > 1 ? `${count.toLocaleString('en-GB')} rows` : 'row';
  const isTotal = count > 0 && table.totals.includes(area.top);
  const act = (say: string, title: string, what: (area: Area) => void, able = true) => (
    <button type="button" className="btn btn-xs" disabled={!able} title={title} onClick={() => what(area)}>
      {say}
    </button>
  );
  return (
    // One line whatever stands in it, so that no one's grid moves when another one's cells change what it says.
    <div className="flex items-baseline gap-x-3 text-[13px] whitespace-nowrap">
      <span className="min-w-24 overflow-x-clip [&>select]:max-w-full [&>select]:truncate">
        <PhraseChoice
          isMenu
          label="Column that runs across"
          value={across?.key ?? ''}
          options={[
            ...(across ? [] : [{ value: '', name: 'nothing' }]),
            ...candidates.map(({ key, title }) => ({ value: key, name: title })),
          ]}
          onCommit={onAcross}
        />{' '}
        runs across
      </span>
      {children}
      {stored && (
        <span className="ml-auto flex gap-1.5">
          {act('Fill down', 'Repeat the first selected row below it (Alt ↓)', (on) => editor.fillDown(on), count > 0)}
          {act(
            'Continue',
            'Continue the selection from its first cells: the next dates, the same step (Alt Shift ↓)',
            (on) => editor.goOn(on),
            count > 0,
          )}
          {act(`Insert ${rows}`, 'Above the selection (Alt Enter)', onInsert)}
          {act(`Remove ${rows}`, 'Remove the selected rows (Alt Delete)', (on) => editor.removeRows(on), count > 0)}
          {act(
            isTotal ? 'No total' : `Total ${rows}`,
            'A total row adds up others: kept, but not drawn',
            (on) => editor.markTotals(on),
            count > 0,
          )}
        </span>
      )}
    </div>
  );
}
