/** Applying steps to a table: each takes a table and gives another. */
import { Refusal } from '../../refusal.ts';
import type { Table } from '../column.ts';
import { aggregateTable } from './aggregate.ts';
import { gatherTable } from './gather.ts';
import { keepRows } from './keep.ts';
import { spreadTable } from './spread.ts';
import type { Step } from './step.ts';
import { turnTable } from './turn.ts';
import { yearsTable } from './years.ts';

/** The table after one step. Throws a Refusal when the step does not fit it. */
export function applyStep(table: Table, step: Step): Table {
  switch (step.kind) {
    case 'keep':
      return keepRows(table, step);
    case 'turn':
      return turnTable(table);
    case 'spread':
      return spreadTable(table, step);
    case 'gather':
      return gatherTable(table, step);
    case 'aggregate':
      return aggregateTable(table, step);
    case 'years':
      return yearsTable(table, step);
  }
}

/**
 * The table after all steps. When one no longer fits, the result has no rows
 * and a remark says why, so that the report can still be opened and mended.
 */
export function applySteps(source: Table, steps: readonly Step[]): Table {
  // What it says of its source holds for all that is made of it.
  let table: Table = { ...source, remarks: source.remarks.filter((remark) => remark.source !== undefined) };
  for (const step of steps) {
    try {
      table = applyStep(table, step);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return { ...table, rows: 0, columns: [], totals: [], remarks: [{ text: error.message, passing: true }] };
    }
  }
  return table;
}
