import { closestCenter, DndContext, type DragEndEvent } from '@dnd-kit/core';
import { rectSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { newColumn, newLevelBars, newSparkline } from '../../core/spark/draft.ts';
import { SPARK_KINDS } from '../../core/spark/look.ts';
import {
  DERIVED,
  type DressedColumn,
  type DressedSparkline,
  type DressedSparkTable,
  type SparkColumn,
} from '../../core/spark/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { listed } from '../../core/table/words.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Popover } from '../controls/Popover.tsx';
import { useSorting } from '../controls/sorting.ts';
import { sentence, YesNo } from '../controls/words.tsx';
import { Eye, EyeOff, GripVertical, Trash2 } from '../icons.ts';
import { run } from '../state/store.ts';
import { setColumn } from './setting.ts';

const DERIVED_WORDS: Record<(typeof DERIVED)[number], string> = {
  last: 'the latest value',
  first: 'the first value',
  high: 'the highest, with its period',
  low: 'the lowest, with its period',
  mean: 'the mean',
  change: 'the change from first to last',
  'change on the year': 'the change on the year',
  slope: 'the slope per period',
};

/** A new id like the others, such as bar-3. */
function freeId(spark: DressedSparkTable, stem: string): string {
  let count = 1;
  while (spark.columns.some(({ id }) => id === `${stem}-${count}`)) count++;
  return `${stem}-${count}`;
}

/** What a column is called in the list. */
export function nameOfColumn(column: DressedColumn, table: Table): string {
  if (column.kind === 'name') return 'names of the rows';
  if (column.kind === 'derived') return column.title || DERIVED_WORDS[column.what];
  if (column.kind === 'sparkline') return column.title ?? `sparklines, ${column.draw}`;
  const found = columnOf(table, column.column);
  const title = found ? readTitle(found.title).name : column.column;
  return column.kind === 'level bars'
    ? column.title
      ? `level bars, ${column.title}`
      : `${title} as level bars`
    : title;
}

function Choices({
  label,
  face,
  choices,
}: {
  label: string;
  face: string;
  choices: readonly { name: string; add(): void }[];
}) {
  return (
    <Popover label={label} className="phrase" face={face} width="w-72">
      {(close) => (
        <ul>
          {choices.map(({ name, add }) => (
            <li key={name}>
              <button
                type="button"
                className="w-full rounded px-2 py-1 text-left hover:bg-base-200"
                onClick={() => {
                  add();
                  close();
                }}
              >
                {name}
              </button>
            </li>
          ))}
        </ul>
      )}
    </Popover>
  );
}

/** How one column of texts or numbers is headed and written. */
function ColumnWords({
  spark,
  column,
  name,
  table,
}: {
  spark: DressedSparkTable;
  column: DressedColumn;
  name: string;
  table: Table;
}) {
  const sparklines = spark.columns.filter((other) => other.kind === 'sparkline');
  const set = (change: object) => setColumn(spark, column, { ...column, ...change } as DressedColumn);
  return (
    <div className="flex flex-col">
      <p className={sentence}>
        Headed
        <PhraseText
          label={`Header of ${name}`}
          value={column.title ?? ''}
          placeholder="after its content"
          className="w-44"
          onCommit={(title) => set({ title: title.trim() === '' ? null : title.trim() })}
        />
      </p>
      {column.kind === 'sparkline' || column.kind === 'level bars' ? (
        <p className="text-[13px] text-quiet">Its other settings have their own strip.</p>
      ) : (
        <p className={sentence}>
          <PhraseNumber
            label={`Width of ${name}, millimetres`}
            value={column.width}
            automatic="as needed"
            className="w-20"
            onCommit={(width) => set({ width })}
          />
          mm wide
          {(column.kind === 'derived' || column.kind === 'number') && (
            <>
              , with
              <PhraseNumber
                label={`Decimals of ${name}`}
                value={column.decimals}
                automatic="the needed"
                className="w-20"
                onCommit={(decimals) => set({ decimals })}
              />
              decimals
            </>
          )}
        </p>
      )}
      {column.kind === 'derived' && sparklines.length > 1 && (
        <p className={sentence}>
          Taken from
          <PhraseChoice
            label={`Sparklines of ${name}`}
            value={column.of}
            options={sparklines.map((other) => ({ value: other.id, name: nameOfColumn(other, table) }))}
            onCommit={(of) => set({ of })}
          />
        </p>
      )}
      {column.kind === 'derived' && (
        <p className={sentence}>
          Rises and falls are
          <YesNo
            label={`Colours of ${name}`}
            value={column.coloured}
            yes="also shown by colour"
            no="shown by sign only"
            onCommit={(coloured) => set({ coloured })}
          />
        </p>
      )}
    </div>
  );
}

function ColumnEntry({ spark, column, table }: { spark: DressedSparkTable; column: DressedColumn; table: Table }) {
  const name = nameOfColumn(column, table);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: column.id });
  const button = 'btn btn-ghost btn-xs btn-square';
  const { tucked } = column;
  // Numbers that are taken from sparklines go with these, and the button says so.
  const taken = spark.columns.filter((other) => other.kind === 'derived' && other.of === column.id);
  const along = taken.length > 0 ? `, and with it ${listed(taken.map((other) => nameOfColumn(other, table)))}` : '';
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex items-center gap-0.5 rounded-box border border-rule bg-base-100 py-0.5 pr-1 ${isDragging ? 'z-10 shadow-lg' : ''} ${tucked ? 'opacity-60' : ''}`}
    >
      <button
        type="button"
        className={`${button} cursor-grab`}
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
      >
        <GripVertical size={13} aria-hidden="true" />
      </button>
      <Popover label={`Set ${name}`} face={name} className="phrase" width="w-80">
        <ColumnWords spark={spark} column={column} name={name} table={table} />
      </Popover>
      <button
        type="button"
        className={button}
        aria-label={tucked ? `Bring ${name} back` : `Tuck ${name} away`}
        aria-pressed={tucked}
        onClick={() => run('spark.tuck', { spark: spark.id, columns: [column.id], tucked: !tucked })}
      >
        {tucked ? <EyeOff size={13} aria-hidden="true" /> : <Eye size={13} aria-hidden="true" />}
      </button>
      <button
        type="button"
        className={button}
        aria-label={`Remove ${name}${along}`}
        title={`Remove ${name}${along}`}
        onClick={() => run('spark.removeColumn', { spark: spark.id, column: column.id })}
      >
        <Trash2 size={13} aria-hidden="true" />
      </button>
    </li>
  );
}

/** What the first sparklines of a spark table can run through; null where there is nothing. */
function dataFor(
  { rows }: DressedSparkTable,
  table: Table,
): Pick<DressedSparkline, 'column' | 'over' | 'window'> | null {
  const over = table.columns.flatMap(({ key, kind }) => (kind === 'number' ? [key] : []));
  const [column] = over;
  if (column === undefined || (rows.kind === 'rows' && over.length < 2)) return null;
  return { column, over: rows.kind === 'rows' ? over : [], window: 'all' };
}

/** What can be added to a spark table. */
function AddColumns({ spark, table }: { spark: DressedSparkTable; table: Table }) {
  const add = (column: SparkColumn) => run('spark.addColumn', { spark: spark.id, column });
  const bars = spark.columns.filter(({ kind }) => kind === 'level bars').length;
  const [first] = spark.columns.filter((column) => column.kind === 'sparkline');
  const data = first ?? dataFor(spark, table);
  const measures = table.columns.filter(({ kind }) => kind === 'number');
  const isRows = spark.rows.kind === 'rows';
  const latest = first && {
    name: 'the latest value',
    add: () => add({ ...newLevelBars(freeId(spark, 'bar'), first.column, { house: bars + 1 }), title: 'Latest' }),
  };
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-x-2 text-quiet">
      Add:
      {data && (
        <Choices
          label="More sparklines"
          face="sparklines"
          choices={SPARK_KINDS.map((draw) => ({
            name: draw,
            add: () => {
              const { column, over, window } = data;
              const sign = draw === 'win / loss' ? (isRows ? 'previous' : 'year') : 'value';
              add(newSparkline(freeId(spark, 'spark'), { column, over, window, draw, sign }));
            },
          }))}
        />
      )}
      {first && (
        <Choices
          label="A number taken from the sparklines"
          face="a number taken from them"
          choices={DERIVED.map((what) => ({
            name: DERIVED_WORDS[what],
            add: () =>
              add(newColumn({ kind: 'derived', id: freeId(spark, 'derived'), title: null, of: first.id, what })),
          }))}
        />
      )}
      {isRows && (
        <Choices
          label="A column of the table"
          face="a column of the table"
          choices={table.columns.map(({ key, title, kind }) => {
            const plain = kind === 'number' ? 'number' : 'text';
            return {
              name: readTitle(title).name,
              add: () => add(newColumn({ kind: plain, id: freeId(spark, plain), column: key, title: null })),
            };
          })}
        />
      )}
      <Choices
        label="Level bars"
        face="level bars"
        choices={
          isRows
            ? measures.map(({ key, title }) => ({
                name: readTitle(title).name,
                add: () => add(newLevelBars(freeId(spark, 'bar'), key, { house: bars })),
              }))
            : latest
              ? [latest]
              : []
        }
      />
      <HeadTexts spark={spark} table={table} />
    </p>
  );
}

/** Texts over the headers of neighbouring columns. */
function HeadTexts({ spark, table }: { spark: DressedSparkTable; table: Table }) {
  const options = spark.columns.map((column) => ({ value: column.id, name: nameOfColumn(column, table) }));
  const [first, second] = options;
  return (
    <Popover
      label={`Texts over headers: ${spark.heads.length}`}
      face="a text over headers"
      className="phrase"
      width="w-[34rem]"
    >
      <div className="flex flex-col gap-1">
        {spark.heads.map((head, index) => {
          const change = (part: Partial<Omit<typeof head, 'id'>>) =>
            run('spark.setHead', { spark: spark.id, head: head.id, ...part });
          const end = (which: 'from' | 'to') => (
            <select
              aria-label={`${which === 'from' ? 'First' : 'Last'} column under ${head.text}`}
              className="phrase cursor-pointer"
              value={head[which]}
              onChange={({ target }) => change({ [which]: target.value })}
            >
              {options.map(({ value, name }) => (
                <option key={value} value={value}>
                  {name}
                </option>
              ))}
            </select>
          );
          return (
            <p key={head.id} className={sentence}>
              <PhraseText
                label={`Text over headers ${index + 1}`}
                value={head.text}
                className="w-28"
                onCommit={(text) => change({ text: text.trim() })}
              />
              from {end('from')} to {end('to')}
              <button
                type="button"
                className="btn btn-ghost btn-xs btn-square"
                aria-label={`Remove text ${head.text}`}
                onClick={() => run('spark.removeHead', { spark: spark.id, head: head.id })}
              >
                <Trash2 size={13} aria-hidden="true" />
              </button>
            </p>
          );
        })}
        {first && (
          <button
            type="button"
            className="phrase self-start"
            onClick={() =>
              run('spark.addHead', {
                spark: spark.id,
                head: { id: crypto.randomUUID(), text: 'Together', from: first.value, to: (second ?? first).value },
              })
            }
          >
            add a text
          </button>
        )}
      </div>
    </Popover>
  );
}

/** The columns of a spark table in their order, dragged or moved by keys, and those that can be added. */
export function ColumnsStrip({ spark, table }: { spark: DressedSparkTable; table: Table }) {
  const sensors = useSorting();
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const ids = spark.columns.map(({ id }) => id);
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
    if (to < 0 || from === to) return;
    const before = ids[from < to ? to + 1 : to] ?? null;
    run('spark.moveColumn', { spark: spark.id, column: String(active.id), before });
  };
  return (
    <>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={spark.columns.map(({ id }) => id)} strategy={rectSortingStrategy}>
          <ol aria-label="Columns of the spark table" className="flex flex-wrap gap-1.5">
            {spark.columns.map((column) => (
              <ColumnEntry key={column.id} spark={spark} column={column} table={table} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <AddColumns spark={spark} table={table} />
    </>
  );
}
