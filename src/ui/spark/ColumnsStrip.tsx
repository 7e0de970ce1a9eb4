import { ArrowLeft, ArrowRight, Trash2 } from 'lucide-react';
import { paletteColour } from '../../core/figure/draft.ts';
import { newLevelBars, newSparkline } from '../../core/spark/draft.ts';
import { DERIVED, type SparkColumn, type SparkTableSpec } from '../../core/spark/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { Popover } from '../controls/Popover.tsx';
import { run, useReport } from '../state/store.ts';

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
function freeId(spark: SparkTableSpec, stem: string): string {
  let count = 1;
  while (spark.columns.some(({ id }) => id === `${stem}-${count}`)) count++;
  return `${stem}-${count}`;
}

/** What a column is called in the list. */
function nameOf(column: SparkColumn, table: Table): string {
  if (column.kind === 'name') return 'names of the rows';
  if (column.kind === 'derived') return DERIVED_WORDS[column.what];
  if (column.kind === 'sparkline') return column.title ?? `sparklines, ${column.draw}`;
  const title = columnOf(table, column.column)?.title ?? column.column;
  return column.kind === 'spark' ? (column.title ? `level bars, ${column.title}` : `${title} as level bars`) : title;
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

/** The columns of a spark table in their order, and those that can be added. */
export function ColumnsStrip({ spark, table }: { spark: SparkTableSpec; table: Table }) {
  const style = useReport((state) => state.report.style);
  const add = (column: SparkColumn) => run('spark.addColumn', { spark: spark.id, column });
  const bars = spark.columns.filter(({ kind }) => kind === 'spark').length;
  const [first] = spark.columns.filter((column) => column.kind === 'sparkline');
  const measures = table.columns.filter(({ kind }) => kind === 'number');
  const isRows = spark.rows.kind === 'rows';
  const button = 'btn btn-ghost btn-xs btn-square';
  return (
    <div className="px-4 py-3">
      <ol aria-label="Columns of the spark table" className="flex flex-wrap gap-x-6 gap-y-1">
        {spark.columns.map((column, place) => {
          const name = nameOf(column, table);
          const move = (to: number) => run('spark.moveColumn', { spark: spark.id, column: column.id, to });
          return (
            <li key={column.id} className="flex items-center gap-0.5">
              <button
                type="button"
                className={button}
                disabled={place === 0}
                aria-label={`Move ${name} to the left`}
                onClick={() => move(place - 1)}
              >
                <ArrowLeft size={13} aria-hidden="true" />
              </button>
              <span className="px-1">{name}</span>
              <button
                type="button"
                className={button}
                disabled={place === spark.columns.length - 1}
                aria-label={`Move ${name} to the right`}
                onClick={() => move(place + 1)}
              >
                <ArrowRight size={13} aria-hidden="true" />
              </button>
              <button
                type="button"
                className={button}
                aria-label={`Remove ${name}`}
                onClick={() => run('spark.removeColumn', { spark: spark.id, column: column.id })}
              >
                <Trash2 size={13} aria-hidden="true" />
              </button>
            </li>
          );
        })}
      </ol>
      <p className="mt-3 flex flex-wrap items-baseline gap-x-2 text-quiet">
        Add:
        {first && (
          <>
            <Choices
              label="More sparklines"
              face="sparklines"
              choices={(['line', 'step', 'area', 'columns', 'win / loss'] as const).map((draw) => ({
                name: draw,
                add: () => {
                  const { column, over, window } = first;
                  const sign = draw === 'win / loss' ? (isRows ? 'previous' : 'year') : 'value';
                  add(newSparkline(freeId(spark, 'spark'), style, { column, over, window, draw, sign }));
                },
              }))}
            />
            <Choices
              label="A number taken from the sparklines"
              face="a number taken from them"
              choices={DERIVED.map((what) => ({
                name: DERIVED_WORDS[what],
                add: () =>
                  add({
                    kind: 'derived',
                    id: freeId(spark, 'derived'),
                    title: null,
                    of: first.id,
                    what,
                    decimals: null,
                  }),
              }))}
            />
          </>
        )}
        {isRows && (
          <Choices
            label="A column of the table"
            face="a column of the table"
            choices={table.columns.map(({ key, title, kind }) => {
              const plain = kind === 'number' ? 'number' : 'text';
              return {
                name: title,
                add: () => add({ kind: plain, id: freeId(spark, plain), column: key, title: null }),
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
                  name: title,
                  add: () => add(newLevelBars(freeId(spark, 'bar'), key, paletteColour(style, bars))),
                }))
              : first
                ? [
                    {
                      name: 'the latest value',
                      add: () =>
                        add({
                          ...newLevelBars(freeId(spark, 'bar'), first.column, paletteColour(style, bars + 1)),
                          title: 'Latest',
                        }),
                    },
                  ]
                : []
          }
        />
      </p>
    </div>
  );
}
