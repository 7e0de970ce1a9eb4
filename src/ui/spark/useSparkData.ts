/** The data of a spark table on the screen: worked out at once where it is small, in a worker where it is not. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { dataKey, inOrder, type SparkData, sparkData } from '../../core/spark/data.ts';
import type { DressedSparkTable } from '../../core/spark/spec.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { Table } from '../../core/table/column.ts';
import type { Locale, LocaleId } from '../../core/text/locale.ts';
import { packCells } from '../../workers/packed-cells.ts';
import type { SparkAnswer, SparkRequest } from '../../workers/spark.worker.ts';
import { useStyle } from '../state/style.ts';

/** Cells of a table that are gone through within a frame. */
const AT_ONCE = 60_000;

/** A worker that knows one table and answers the last question that it was asked. */
class SparkWorker {
  readonly #worker = new Worker(new URL('../../workers/spark.worker.ts', import.meta.url), { type: 'module' });
  #ticket = 0;

  constructor(table: Table) {
    const { title, rows, totals, remarks, columns } = table;
    const packed = columns.map(({ cells, ...meta }) => ({ meta, cells: packCells(cells) }));
    this.#post({ kind: 'table', table: { title, rows, totals, remarks, columns: packed } });
  }

  ask(
    spec: DressedSparkTable,
    locale: LocaleId,
    numbers: HouseStyle['numbers'],
    onData: (data: SparkData) => void,
    onError: (error: string) => void,
  ) {
    const ticket = ++this.#ticket;
    this.#worker.onmessage = ({ data }: MessageEvent<SparkAnswer>) => {
      if (data.ticket === this.#ticket) onData(data.data);
    };
    this.#worker.onerror = (event) => onError(event.message || 'The spark table could not be calculated.');
    this.#post({ kind: 'data', ticket, spec, locale, numbers });
  }

  stop() {
    this.#worker.terminate();
  }

  #post(request: SparkRequest) {
    this.#worker.postMessage(request);
  }
}

export type SparkDataState = { data: SparkData } | { loading: true } | { error: string };

/** The data of a spark table; while newer ones are worked out, those before are shown. */
export function useSparkData(spec: DressedSparkTable, table: Table | null, locale: Locale): SparkDataState {
  const { numbers } = useStyle();
  const key = dataKey(spec);
  const isLarge = table !== null && table.rows * table.columns.length > AT_ONCE;
  const [answer, setAnswer] = useState<SparkDataState>({ loading: true });
  const worker = useRef<{ table: Table; worker: SparkWorker } | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key is all of the spec that the data rest on
  const atOnce = useMemo(
    () => (table && !isLarge ? { data: sparkData(spec, table, locale) } : null),
    [key, table, locale, isLarge],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    if (!table || !isLarge) return;
    if (worker.current?.table !== table) {
      worker.current?.worker.stop();
      worker.current = { table, worker: new SparkWorker(table) };
    }
    worker.current.worker.ask(
      spec,
      locale.id,
      numbers,
      (data) => setAnswer({ data }),
      (error) => setAnswer({ error }),
    );
  }, [key, table, locale, isLarge]);
  useEffect(
    () => () => {
      worker.current?.worker.stop();
      worker.current = null;
    },
    [],
  );
  const state = atOnce ?? answer;
  const known = 'data' in state ? state.data : null;
  const { order } = spec;
  // biome-ignore lint/correctness/useExhaustiveDependencies: of the spec, only the order of the rows
  const data = useMemo(() => known && inOrder(known, spec, locale), [known, order.sort, locale]);
  return data ? { data } : state;
}
