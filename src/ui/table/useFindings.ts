import { useEffect, useState } from 'react';
import { findingsOf } from '../../core/table/check.ts';
import type { Table } from '../../core/table/column.ts';
import type { Finding } from '../../core/table/reading.ts';

/** Cells that are looked through at once; more wait until the page has nothing else to do. */
const AT_ONCE = 40_000;
const PAUSE_MS = 300;

/** What is wrong with the cells as they stand; null while a large table is looked through. */
export function useFindings(table: Table): readonly Finding[] | null {
  const [found, setFound] = useState<{ table: Table; findings: readonly Finding[] } | null>(null);
  useEffect(() => {
    const look = () => setFound({ table, findings: findingsOf(table) });
    if (table.rows * table.columns.length <= AT_ONCE) return look();
    const pause = setTimeout(look, PAUSE_MS);
    return () => clearTimeout(pause);
  }, [table]);
  return found && found.table === table ? found.findings : null;
}
