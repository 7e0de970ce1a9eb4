import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { sparkNotes } from '../../core/proof/spark-proof.ts';
import { tableIn } from '../../core/report/report.ts';
import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import { freeGeometry, onPixels } from '../../core/spark/geometry.ts';
import { resolveLooks } from '../../core/spark/resolve.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import { localeOf } from '../../core/text/locale.ts';
import { type Action, ready, useActions } from '../report/actions.ts';
import { focusNextNote, SPARK_KEYS } from '../report/keys.ts';
import { ProofMargin } from '../report/ProofMargin.tsx';
import { openSparkStrip, useSeen, useView } from '../report/view.ts';
import { run, useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import { SparkDock } from './SparkDock.tsx';
import { SparkHandOff } from './SparkHandOff.tsx';
import { SparkSheet } from './SparkSheet.tsx';
import { toggleSource } from './setting.ts';
import { useSparkData } from './useSparkData.ts';

const LEAST_PX_PER_MM = 3;
const MOST_PX_PER_MM = 6;

interface Sizes {
  column?: string;
  width?: number;
  rowHeight?: number;
}

/** A spark table with sizes as they are while they are dragged. */
function withSizes(spark: SparkTableSpec, sizes: Sizes | null): SparkTableSpec {
  if (!sizes) return spark;
  const { column, width, rowHeight } = sizes;
  return {
    ...spark,
    rowHeight: rowHeight ?? spark.rowHeight,
    columns: spark.columns.map((one) => (one.id === column && width !== undefined ? { ...one, width } : one)),
  };
}

/** The row of the specimen after or before the one that is chosen. */
function chooseRow(records: readonly { key: string }[], step: 1 | -1): boolean {
  const now = records.findIndex((record) => record.key === useView.getState().sparkRow);
  const next = records[Math.max(0, Math.min(records.length - 1, Math.max(0, now) + step))];
  if (next) useView.setState({ sparkRow: next.key });
  return next !== undefined;
}

interface SparkContext {
  spark: SparkTableSpec;
  records: readonly { key: string }[];
}

const SPARK_ACTIONS: readonly Action<SparkContext>[] = [
  { ...SPARK_KEYS.next, run: ({ records }) => chooseRow(records, 1) },
  { ...SPARK_KEYS.previous, run: ({ records }) => chooseRow(records, -1) },
  { ...SPARK_KEYS.tuck, run: ({ spark }) => toggleSource(spark) },
  { ...SPARK_KEYS.note, run: focusNextNote },
  { does: 'hand off this spark table', run: () => void useView.setState({ handOff: true }) },
  { does: 'set the columns and rows', run: () => void openSparkStrip('columns') },
  { does: 'set the words of the spark table', run: () => void openSparkStrip('words') },
  { does: 'set the frame of the spark table', run: () => void openSparkStrip('frame') },
];

const NO_RECORDS: SparkContext['records'] = [];

/** What can be done with the spark table that is shown. */
function useSparkActions(spark: SparkTableSpec, records = NO_RECORDS) {
  const actions = useMemo(() => ready(SPARK_ACTIONS, { spark, records }), [spark, records]);
  useActions('spark table', actions);
}

/** A spark table on its sheet, with the dock below it. */
export function SparkView({ item: spark }: { item: SparkTableSpec }) {
  const style = useReport((state) => state.report.style);
  const locale = useReport((state) => state.report.locale);
  const source = useReport((state) => tableIn(state.report, spark.table));
  const part = useView((view) => view.part);
  const noted = useView((view) => view.noted);
  const handOff = useView((view) => view.handOff);
  const sparkRow = useView((view) => view.sparkRow);
  const loaded = useTable(source);
  const table = 'table' in loaded ? loaded.table : null;
  const [sizes, setSizes] = useState<Sizes | null>(null);
  const [room, setRoom] = useState<number | null>(null);
  const state = useSparkData(spark, table, locale);
  const data = 'data' in state ? state.data : null;
  const sized = useMemo(() => withSizes(spark, sizes), [spark, sizes]);
  const resolved = useMemo(() => data && resolveLooks(sized, data, localeOf(locale)), [sized, data, locale]);
  const plain = useMemo(() => resolved && freeGeometry(resolved, style, localeOf(locale)), [resolved, style, locale]);
  const fit = room === null || !plain ? null : (room * POINTS_PER_MM) / plain.width;
  const scale = fit === null ? null : Math.max(LEAST_PX_PER_MM, Math.min(MOST_PX_PER_MM, fit));
  // Bars stand on whole pixels of this screen.
  const pixel = scale === null ? null : POINTS_PER_MM / scale / (globalThis.devicePixelRatio || 1);
  const geometry = useMemo(() => (plain && pixel !== null ? onPixels(plain, pixel) : plain), [plain, pixel]);
  const proofed = useDeferredValue(resolved);
  const notes = useMemo(() => (proofed ? sparkNotes(proofed, localeOf(locale)) : []), [proofed, locale]);
  const open = notes.filter(({ aside }) => aside === null).length;
  useEffect(() => useView.setState({ notes: open }), [open]);
  useSeen(geometry !== null);
  useSparkActions(spark, data?.records);
  const onWidth = useCallback(
    (column: string, width: number) => {
      const found = spark.columns.find(({ id }) => id === column);
      if (found) run('spark.setColumn', { spark: spark.id, column: found.id, set: [{ path: ['width'], to: width }] });
    },
    [spark],
  );
  if (!table || !geometry || !resolved || !data)
    return (
      <p role="status" className="flex-1 bg-desk p-8">
        {'error' in loaded ? loaded.error : 'error' in state ? state.error : 'Loading the data …'}
      </p>
    );
  const chosen = data.records.findIndex(({ key }) => key === sparkRow);
  const first = data.rows.find((row) => row.kind === 'record');
  const record = chosen >= 0 ? chosen : first?.kind === 'record' ? first.index : 0;
  return (
    <section aria-label={`Spark table ${spark.name}`} className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1">
        <SparkSheet
          geometry={geometry}
          scale={scale}
          part={noted ?? part}
          onRoom={setRoom}
          onPreview={setSizes}
          onWidth={onWidth}
          onRowHeight={(rowHeight) => run('spark.setRowHeight', { spark: spark.id, rowHeight })}
        />
        <ProofMargin item={spark.id} notes={notes} />
        {handOff && <SparkHandOff spark={spark} geometry={geometry} record={record} />}
      </div>
      <SparkDock spark={spark} table={table} resolved={resolved} geometry={geometry} record={record} />
    </section>
  );
}
