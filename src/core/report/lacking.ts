/** Tables that cannot be made since what they are made from is gone: what stands in their place says so. */
import { withCalculations } from '../table/calc/calculate.ts';
import { type Lack, likeliest, type Remark, type Substitute, type Table, wholeLackOf } from '../table/column.ts';
import { applySteps } from '../table/shape/shape.ts';
import { columnsOfStep } from '../table/shape/step.ts';
import { sayMissing } from './missing-cells.ts';
import { isReceived, type Report, type ShapedTable, tablesOf } from './report.ts';

/** The received tables of a report, any of which could stand for one that is gone. */
const substitutes = (report: Report): Substitute[] =>
  tablesOf(report)
    .filter(isReceived)
    .map(({ id, name, columns, calculations }) => ({
      id,
      name,
      keys: [...columns.map(({ meta }) => meta.key), ...calculations.map(({ key }) => key)],
    }));

const nothing = (title: string, lacks: readonly Lack[], remarks: readonly Remark[] = []): Table => ({
  title,
  rows: 0,
  columns: [],
  totals: [],
  remarks,
  lacks,
});

/** What stands in the place of a table that is gone. */
export const goneTable = (report: Report, id: string): Table =>
  nothing('', [{ what: 'table', id, others: substitutes(report) }]);

/** What is said of a lack in the table itself. */
export function remarkOn(table: string, lack: Lack): Remark {
  const text =
    lack.what === 'cells'
      ? sayMissing(table, lack.title, lack.block)
      : lack.what === 'step'
        ? lack.why
        : 'The table that this one is made from is gone, so it has no rows. Bring that table back, or make this one from another.';
  return { text, passing: true };
}

/** A shaped table, or what stands in its place where it cannot be made. */
export function shapedTable(item: ShapedTable, source: Table): Table {
  const { id: of, name, steps, calculations } = item;
  const wanting = wholeLackOf(source);
  if (wanting) {
    const keys = new Set(steps.flatMap(columnsOfStep));
    const lack: Lack =
      wanting.what === 'table'
        ? { what: 'source', id: item.of, of, name, others: likeliest(wanting.others, keys) }
        : wanting;
    return nothing(name, [lack], [remarkOn(name, lack)]);
  }
  const shaped = applySteps(source, steps);
  const [remark] = shaped.remarks;
  const fails = shaped.columns.length === 0 && remark?.passing === true;
  const lacks: readonly Lack[] = fails ? [{ what: 'step', of, name, why: remark.text }] : (source.lacks ?? []);
  const { lacks: _, ...made } = shaped;
  return withCalculations({ ...made, title: name, ...(lacks.length > 0 && { lacks }) }, calculations);
}
