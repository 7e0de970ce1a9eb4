import { useEffect, useMemo, useState } from 'react';
import type { TableItem } from '../../core/report/report.ts';
import type { Column, Table } from '../../core/table/column.ts';
import { withReceived } from '../../core/table/received.ts';
import { showNotice, useReport } from '../state/store.ts';
import { fetchReceived } from '../state/tables.ts';

interface ReceivedColumn {
  /** The stored column with what was received of its cells, or null while that is on its way. */
  whole: Column | null;
  /** Does something with it, at once or as soon as it has arrived; says why where it cannot arrive. */
  withWhole(use: (whole: Column) => void): void;
}

/** What was received of a stored column, fetched when it is looked at. */
export function useReceived(column: Column, block: string | undefined): ReceivedColumn {
  const report = useReport((state) => state.id);
  const [loaded, setLoaded] = useState<{ column: Column; whole: Column } | null>(null);
  const arriving = useMemo(
    () =>
      block === undefined ? null : fetchReceived(report, block).then((received) => withReceived(column, received)),
    [report, column, block],
  );
  useEffect(() => {
    let wanted = true;
    arriving?.then(
      (whole) => wanted && setLoaded({ column, whole }),
      (error: unknown) => wanted && showNotice(sayError(error)),
    );
    return () => {
      wanted = false;
    };
  }, [column, arriving]);
  const whole = loaded?.column === column ? loaded.whole : null;
  return {
    whole,
    withWhole: (use) => (whole ? use(whole) : arriving?.then(use, (error: unknown) => showNotice(sayError(error)))),
  };
}

/** A stored table with what was received of its numbers, as soon as that is there; another table as it is. */
export function useAsReceived(item: TableItem | undefined, table: Table): Table {
  const report = useReport((state) => state.id);
  const [loaded, setLoaded] = useState<{ of: Table; whole: Table } | null>(null);
  useEffect(() => {
    if (item?.type !== 'table') return;
    let wanted = true;
    const blocks = new Map(item.columns.map(({ block, meta }) => [meta.key, block]));
    const columns = table.columns.map(async (column) => {
      const block = column.kind === 'number' ? blocks.get(column.key) : undefined;
      return block === undefined ? column : withReceived(column, await fetchReceived(report, block));
    });
    Promise.all(columns).then(
      (whole) => wanted && setLoaded({ of: table, whole: { ...table, columns: whole } }),
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
