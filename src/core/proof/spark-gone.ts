/** Notes on what a spark table names and what is gone. */
import type { Part } from '../scene/scene.ts';
import { partsGoneInSpark, type SparkGone, type SparkPartGone } from '../spark/gone.ts';
import type { SparkColumn, SparkTableSpec } from '../spark/spec.ts';
import { listed } from '../table/words.ts';
import { tableGoneText, takeTable } from './gone.ts';
import type { Finding, Mend, SparkCheck } from './note.ts';

/** Whether a column of a spark table is made of one of its table. */
function isMadeOf(column: SparkColumn, key: string): boolean {
  if (column.kind === 'name' || column.kind === 'derived') return false;
  if (column.kind !== 'sparkline') return column.column === key;
  const { over, edge, reference } = column;
  const beside = typeof reference === 'object' && 'column' in reference ? reference.column : null;
  return [column.column, beside, ...over, ...(edge === 'year before' ? [] : [edge.column])].includes(key);
}

const removal = (spark: string, column: string, count: number): Mend[] =>
  count > 1 ? [{ say: 'Remove the column', call: { name: 'spark.removeColumn', args: { spark, column } } }] : [];

/** Where a spark table names a column of its table, and what puts it right. */
function usesOf({ id, rows, order, columns }: SparkTableSpec, key: string) {
  const made = columns.filter((column) => isMadeOf(column, key));
  const part: Part = `column:${made[0]?.id ?? columns[0]?.id ?? ''}`;
  const [own] = made;
  const mends = own ? removal(id, own.id, columns.length) : [];
  const isGroup = order.group !== null && order.group !== 'unit' && order.group.column === key;
  if (isGroup)
    mends.push({ say: 'No groups', call: { name: 'spark.setOrder', args: { spark: id, order: { group: null } } } });
  const isRow = rows.kind === 'columns' && rows.columns.includes(key) && rows.columns.length > 1;
  if (isRow)
    mends.push({
      say: 'Leave the row out',
      call: { name: 'spark.setRows', args: { spark: id, columns: { [key]: false } } },
    });
  const uses = [...made.map((column) => column.id), ...(isGroup ? ['group'] : []), ...(isRow ? ['row'] : [])];
  return { part, mends, facts: [key, ...uses].join(' ') };
}

/** What is found, with mends that may be none. */
type Found = Omit<Finding, 'mends'> & { mends: Mend[] };

function foundOf(gone: SparkGone | SparkPartGone, spec: SparkTableSpec): Found {
  const { id: spark, columns } = spec;
  const first: Part = `column:${columns[0]?.id ?? ''}`;
  switch (gone.what) {
    case 'table':
      return {
        part: first,
        title: 'The table is gone',
        text: tableGoneText(gone.lack),
        facts: `table ${'id' in gone.lack ? gone.lack.id : gone.lack.why}`,
        mends: takeTable(spark, gone),
      };
    case 'column': {
      const { part, mends, facts } = usesOf(spec, gone.key);
      const text = gone.cells
        ? `The cells of “${gone.cells.title}” (block ${gone.cells.block}) are missing, so whatever uses them is empty. A backup may have them.`
        : `The table no longer has a column “${gone.key}”, so whatever uses it is empty.`;
      return { part, title: gone.cells ? 'Cells are missing' : 'A column is gone', text, facts, mends };
    }
    case 'sparkline':
      return {
        part: `column:${gone.column}`,
        title: 'A sparkline is gone',
        text: 'The sparkline that these numbers come from is gone, so they are empty.',
        facts: `${gone.column} ${gone.key}`,
        mends: removal(spark, gone.column, columns.length),
      };
    case 'order':
      return {
        part: first,
        title: 'The ordering column is gone',
        text: 'The column that ordered the rows is gone; they are in the order of the table.',
        facts: `order ${gone.key}`,
        mends: [
          {
            say: 'Keep the order of the table',
            call: { name: 'spark.setOrder', args: { spark, order: { sort: null } } },
          },
        ],
      };
    case 'head':
      return {
        part: first,
        title: 'A column under a text is gone',
        text: `A column where “${gone.text}” above the headers began or ended is gone, so it may not span all that it describes.`,
        facts: `head ${gone.head} ${gone.key}`,
        mends: [{ say: 'Remove the text', call: { name: 'spark.removeHead', args: { spark, head: gone.head } } }],
      };
    case 'rows': {
      const [row = '', ...others] = gone.keys;
      const isOne = others.length === 0;
      return {
        part: `column:${gone.column}`,
        title: isOne ? 'A row is gone' : 'Rows are gone',
        text: `${listed(
          gone.keys.map((key) => `“${key}”`),
          3,
        )} ${isOne ? 'had a setting of its own and is no longer a row' : 'had settings of their own and are no longer rows'}; ${isOne ? 'it returns with the row' : 'they return with the rows'}.`,
        facts: `rows ${gone.column} ${gone.keys.join()}`,
        mends: [
          {
            say: isOne ? 'Discard it' : `Discard “${row}”`,
            call: { name: 'spark.putBack', args: { spark, column: gone.column, row } },
          },
        ],
      };
    }
  }
}

/** What a spark table names and what is gone. */
export const sparkGone: SparkCheck = {
  id: 'spark-gone',
  find({ spec, data }) {
    return [...data.gone, ...partsGoneInSpark(spec, data)].map((gone) => {
      const found = foundOf(gone, spec);
      const [mend = { say: 'Show it', open: found.part }, ...others] = found.mends;
      const about = gone.what === 'column' ? gone.key : gone.what;
      return { ...found, about, mends: [mend, ...others] };
    });
  },
};
