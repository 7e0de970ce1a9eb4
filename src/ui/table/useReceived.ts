import { useEffect, useState } from 'react';
import type { Column } from '../../core/table/column.ts';
import { withReceived } from '../../core/table/received.ts';
import { showNotice, useReport } from '../state/store.ts';
import { fetchReceived } from '../state/tables.ts';

/** A stored column with what was received of its cells, or null while that is on its way. */
export function useReceived(column: Column, block: string | undefined): Column | null {
  const report = useReport((state) => state.id);
  const [loaded, setLoaded] = useState<{ column: Column; whole: Column } | null>(null);
  useEffect(() => {
    if (block === undefined) return;
    let wanted = true;
    fetchReceived(report, block)
      .then((received) => wanted && setLoaded({ column, whole: withReceived(column, received) }))
      .catch((error: unknown) => wanted && showNotice(error instanceof Error ? error.message : String(error)));
    return () => {
      wanted = false;
    };
  }, [report, column, block]);
  return loaded?.column === column ? loaded.whole : null;
}
