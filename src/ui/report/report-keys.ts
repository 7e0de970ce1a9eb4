/** The actions of the whole report. */
import { redo, undo } from '../state/store.ts';
import { type Action, doing, ready, useActions } from './actions.ts';
import { openCommandList } from './type-ahead.ts';
import { useView } from './view.ts';

export const REPORT_ACTIONS: readonly Action[] = [
  { does: 'undo', keys: ['Ctrl Z'], run: doing(undo) },
  { does: 'redo', keys: ['Ctrl Shift Z'], run: doing(redo) },
  {
    does: 'the command list',
    keys: ['Ctrl K'],
    run: doing(openCommandList),
    byKeyOnly: true,
  },
  {
    does: 'hand off several things at once',
    also: 'export all, ZIP, archive, batch',
    run: doing(() => useView.setState({ handOff: 'several' })),
  },
  { does: 'the list of keys', keys: ['?'], run: doing(() => useView.setState({ keys: !useView.getState().keys })) },
];

const OF_REPORT = ready(REPORT_ACTIONS, undefined);

/** Keys of the whole report. */
export function useReportKeys(): void {
  useActions('report', OF_REPORT);
}
