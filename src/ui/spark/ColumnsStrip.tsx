import { ArrowLeft, ArrowRight, Plus, Trash2 } from 'lucide-react';
import { paletteColour } from '../../core/figure/draft.ts';
import { newLevelBars } from '../../core/spark/draft.ts';
import type { SparkColumn, SparkTableSpec } from '../../core/spark/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { run, useReport } from '../state/store.ts';

const KIND_WORDS = { text: 'texts', number: 'numbers', spark: 'level bars' } as const;

/** A new id like the others, such as bar-3. */
function freeId(spark: SparkTableSpec, stem: string): string {
  let count = 1;
  while (spark.columns.some(({ id }) => id === `${stem}-${count}`)) count++;
  return `${stem}-${count}`;
}

/** The columns of a spark table in their order, and those that can be added. */
export function ColumnsStrip({ spark, table }: { spark: SparkTableSpec; table: Table }) {
  const style = useReport((state) => state.report.style);
  const title = (key: string) => columnOf(table, key)?.title ?? key;
  const add = (column: SparkColumn) => run('spark.addColumn', { spark: spark.id, column });
  const bars = spark.columns.filter(({ kind }) => kind === 'spark').length;
  return (
    <div className="flex flex-wrap gap-x-10 gap-y-3 px-4 py-3">
      <ol aria-label="Columns of the spark table" className="flex flex-col gap-0.5">
        {spark.columns.map((column, place) => {
          const name = `${title(column.column)} as ${KIND_WORDS[column.kind]}`;
          const move = (to: number) => run('spark.moveColumn', { spark: spark.id, column: column.id, to });
          const button = 'btn btn-ghost btn-xs btn-square';
          return (
            <li key={column.id} className="flex items-center gap-1">
              <button
                type="button"
                className={button}
                disabled={place === 0}
                aria-label={`Move ${name} to the left`}
                onClick={() => move(place - 1)}
              >
                <ArrowLeft size={13} aria-hidden="true" />
              </button>
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
              <span className="ml-1">{name}</span>
            </li>
          );
        })}
      </ol>
      <div className="flex max-w-xl flex-col gap-1.5">
        <span className="text-[13px] text-quiet">Add a column of {table.title}</span>
        <div className="flex flex-wrap gap-1.5">
          {table.columns.map(({ key, kind }) => {
            const plain = kind === 'number' ? 'number' : 'text';
            return (
              <button
                key={key}
                type="button"
                className="btn btn-xs"
                onClick={() => add({ kind: plain, id: freeId(spark, plain), column: key, title: null })}
              >
                <Plus size={12} aria-hidden="true" /> {title(key)}
              </button>
            );
          })}
          {table.columns
            .filter(({ kind }) => kind === 'number')
            .map(({ key }) => (
              <button
                key={`bars ${key}`}
                type="button"
                className="btn btn-xs"
                onClick={() => add(newLevelBars(freeId(spark, 'bar'), key, paletteColour(style, bars)))}
              >
                <Plus size={12} aria-hidden="true" /> {title(key)} as level bars
              </button>
            ))}
        </div>
      </div>
    </div>
  );
}
