/** All keys, as they are listed. */
import type { Action } from './actions.ts';
import { FIGURE_ACTIONS } from './figure-keys.ts';
import { REPORT_ACTIONS } from './report-keys.ts';
import { COPY_KEY, SPARK_KEYS } from './sheet-keys.ts';

/** What the grid of a table hears itself. */
const TABLE_ACTIONS: readonly Action[] = [
  { does: 'change the cell', keys: ['Enter'] },
  { does: 'fill down', keys: ['Alt ↓'] },
  { does: 'insert rows', keys: ['Alt Enter'] },
  { does: 'remove rows', keys: ['Alt Delete'] },
  { does: 'next cell that could not be read', keys: ['Alt N'] },
];

/** What the list at the left hears itself. */
const LIST_ACTIONS: readonly Action[] = [
  { does: 'rename', keys: ['F2'] },
  { does: 'move up', keys: ['Alt ↑'] },
  { does: 'move down', keys: ['Alt ↓'] },
];

export type KeysOf = 'figure' | 'spark table' | 'table' | 'list' | 'report';
interface Listed {
  keys: readonly string[];
  does: string;
  also?: string | undefined;
}

const listed = (of: KeysOf, actions: readonly Pick<Action, 'does' | 'also' | 'keys'>[]) => ({
  of,
  keys: actions.flatMap(({ keys, does, also }): Listed[] => (keys ? [{ keys, does, also }] : [])),
});

/** All keys by what they are of, as they are listed with "?". */
export const KEYS: readonly { of: KeysOf; keys: readonly Listed[] }[] = [
  listed('figure', FIGURE_ACTIONS),
  listed('spark table', [SPARK_KEYS.next, SPARK_KEYS.previous, SPARK_KEYS.tuck, COPY_KEY, SPARK_KEYS.note]),
  listed('table', TABLE_ACTIONS),
  listed('list', LIST_ACTIONS),
  listed('report', REPORT_ACTIONS),
];
