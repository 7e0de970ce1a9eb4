import { createContext, useContext } from 'react';
import type { TableItem } from '../../core/report/report.ts';
import type { Table } from '../../core/table/column.ts';
import type { TableEditor } from './edits.ts';

/** The table in view as it is by now. */
export interface TableAtHand {
  item: TableItem;
  table: Table;
  editor: TableEditor;
}

/**
 * Gives the heads of a grid the table in view. They ask for it where it is seen
 * in them, so that a head that shows nothing of the cells is not drawn anew with each.
 */
export const AtHand = createContext<TableAtHand | null>(null);

/** The table in view. Throws outside of one. */
export function useTableAtHand(): TableAtHand {
  const hand = useContext(AtHand);
  if (!hand) throw new Error('No table is in view here.');
  return hand;
}
