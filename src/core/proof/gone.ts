/** Notes on columns that are named and gone. */
import type { Gone } from '../figure/gone.ts';
import type { Part } from '../scene/scene.ts';
import type { SparkColumn, SparkTableSpec } from '../spark/spec.ts';
import { readTitle } from '../table/titles.ts';
import type { Check, Mend, SparkCheck } from './note.ts';

const WHAT: Readonly<Record<Gone['use'], string>> = {
  across: 'nothing runs across, so that nothing can be drawn',
  line: 'the line of it is empty',
  values: 'nothing stands at the points at which it was written',
  mark: 'a level or a band of it is not drawn',
  panels: 'all is in one plot, which it split',
};

function mendsOf(figure: string, { use, id, key, others }: Gone): Mend[] {
  const instead = others.map(
    (other): Mend => ({
      say: `Take “${readTitle(other.title).name}” instead`,
      call: { name: 'figure.takeColumn', args: { figure, from: key, to: other.key } },
    }),
  );
  const without: Mend[] =
    use === 'line'
      ? [{ say: 'Remove the line', call: { name: 'figure.removeLines', args: { figure, lines: [id] } } }]
      : use === 'mark'
        ? [{ say: 'Remove it', call: { name: 'figure.removeMarks', args: { figure, marks: [id] } } }]
        : use === 'values'
          ? [
              {
                say: 'Write the values',
                call: { name: 'figure.styleLines', args: { figure, lines: [id], values: { column: null } } },
              },
            ]
          : use === 'panels'
            ? [{ say: 'One plot for all', call: { name: 'figure.split', args: { figure, panels: null } } }]
            : [];
  return [...instead, ...without];
}

/** Columns that a figure names and that its table has no longer. */
export const columnsGone: Check = {
  id: 'columns-gone',
  find({ figure: { gone, spec } }) {
    const [first, ...others] = gone;
    if (!first) return null;
    const more = others.length > 0 ? ` ${others.length} more ${others.length === 1 ? 'is' : 'are'} gone, too.` : '';
    const [mend, ...rest] = mendsOf(spec.id, first);
    return {
      part: first.part,
      title: 'A column is gone',
      text: `The table has no column “${first.key}” any more: ${WHAT[first.use]}.${more}`,
      facts: gone.map(({ key, use, id }) => `${key} ${use} ${id}`).join(),
      mends: [mend ?? { say: 'Show it', open: first.part }, ...rest],
    };
  },
};

/** Whether a column of a spark table is made of one of its table. */
function isMadeOf(column: SparkColumn, key: string): boolean {
  if (column.kind === 'name' || column.kind === 'derived') return false;
  if (column.kind !== 'sparkline') return column.column === key;
  const { over, edge, reference } = column;
  const beside = typeof reference === 'object' && 'column' in reference ? reference.column : null;
  return [column.column, beside, ...over, ...(edge === 'year before' ? [] : [edge.column])].includes(key);
}

/** Where a spark table names a column, and what puts it right. */
function usesOf({ id, rows, order, columns }: SparkTableSpec, key: string) {
  const made = columns.filter((column) => isMadeOf(column, key));
  const part: Part = `column:${made[0]?.id ?? columns[0]?.id ?? ''}`;
  const mends: Mend[] = [];
  const [own] = made;
  if (own && columns.length > 1)
    mends.push({ say: 'Remove the column', call: { name: 'spark.removeColumn', args: { spark: id, column: own.id } } });
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

/** Columns that a spark table names and that its table has no longer. */
export const sparkGone: SparkCheck = {
  id: 'spark-gone',
  find({ spec, data }) {
    return data.gone.map((key) => {
      const { part, mends, facts } = usesOf(spec, key);
      const [mend = { say: 'Show it', open: part }, ...others] = mends;
      return {
        part,
        title: 'A column is gone',
        text: `The table has no column “${key}” any more; what is made of it is empty.`,
        facts,
        mends: [mend, ...others],
      };
    });
  },
};
