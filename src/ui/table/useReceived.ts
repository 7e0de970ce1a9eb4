import { useEffect, useMemo, useState } from 'react';
import type { TableItem } from '../../core/report/report.ts';
import type { StoredColumn } from '../../core/report/tables.ts';
import type { Column, Table } from '../../core/table/column.ts';
import { showNotice, useReport } from '../state/store.ts';
import { fetchAsReceived, fetchEveryCell } from '../state/tables.ts';

interface ReceivedColumn {
  /** All that was ever in the cells of the stored column, or null while that is on its way. */
  whole: Column | null;
  /** Does something with it, at once or as soon as it has arrived; says why where it cannot arrive. */
  withWhole(use: (whole: Column) => void): void;
}

/** What was received of a stored column and typed into it, fetched when it is looked at. */
export function useReceived(stored: StoredColumn | undefined): ReceivedColumn {
  const report = useReport((state) => state.id);
  const [loaded, setLoaded] = useState<{ stored: StoredColumn; whole: Column } | null>(null);
  const arriving = useMemo(async () => {
    if (!stored) return null;
    return fetchEveryCell(report, stored);
  }, [report, stored]);
  useEffect(() => {
    let wanted = true;
    arriving.then(
      (whole) => wanted && stored && whole && setLoaded({ stored, whole }),
      (error: unknown) => wanted && showNotice(sayError(error)),
    );
    return () => {
      wanted = false;
    };
  }, [stored, arriving]);
  const whole = loaded?.stored === stored ? (loaded?.whole ?? null) : null;
  return {
    whole,
    withWhole: (use) =>
      whole
        ? use(whole)
        : void arriving.then(
            (read) => read && use(read),
            (error: unknown) => showNotice(sayError(error)),
          ),
  };
}

/** A stored table with what was received of its cells, as soon as that is there; another table as it is. */
export function useAsReceived(item: TableItem | undefined, table: Table): Table {
  const report = useReport((state) => state.id);
  const [loaded, setLoaded] = useState<{ of: Table; whole: Table } | null>(null);
  useEffect(() => {
    if (item?.type !== 'table') return;
    let wanted = true;
    fetchAsReceived(report, item, table).then(
      (whole) => wanted && setLoaded({ of: table, whole }),
      (error: unknown) => wanted && showNotice(sayError(error)),
    );
    return () => {
      wanted = false;
    };
  }, [report, item, table]);
  return loaded?.of === table ? loaded.whole : table;
}

function sayError(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
