/** Removing several things at once. */
import { usersOfTable } from '../../core/item/users.ts';
import type { ReportItem } from '../../core/report/report.ts';
import { current } from '../state/report-state.ts';
import { run, runTogether } from '../state/store.ts';

/** Removes things as one step to undo: those first that others of them are made from no longer; says why where one has to stay. */
export const removeAll = (items: readonly ReportItem[]): string | null =>
  runTogether(() => {
    let left = items.map(({ id }) => id);
    while (left.length > 0) {
      const { report } = current();
      const next = left.find((id) => usersOfTable(report, id).length === 0) ?? left[0];
      const refused = next === undefined ? null : run('item.remove', { item: next });
      if (refused !== null) return refused;
      left = left.filter((id) => id !== next);
    }
    return null;
  });
