import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { sparkNotes } from '../../core/proof/spark-proof.ts';

import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import { dressSparkTable } from '../../core/spark/dress.ts';
import { freeGeometry, onPixels, type SparkGeometry } from '../../core/spark/geometry.ts';
import { resolveLooks } from '../../core/spark/resolve.ts';
import type { DressedSparkTable, SparkTableSpec } from '../../core/spark/spec.ts';
import { sparkTexts } from '../../core/spark/svg.ts';
import { Sight } from '../controls/Sight.tsx';
import { SparkHandOff } from '../hand-off/SparkHandOff.tsx';
import { useLetters, useLettersLoaded } from '../letters/wanted.ts';
import { type Action, ready, useActions } from '../report/actions.ts';
import { ItemNotes } from '../report/ItemNotes.tsx';
import { COPY_KEY, copying, focusNextNote, SPARK_KEYS } from '../report/sheet-keys.ts';
import { openSparkStrip, useCounted, useSeen, useView } from '../report/view.ts';
import { pxPerMmAt, Zoom } from '../report/Zoom.tsx';
import { run } from '../state/store.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { useTableCalled } from '../state/tables.ts';
import { SparkDock } from './SparkDock.tsx';
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
function withSizes(spark: DressedSparkTable, sizes: Sizes | null): DressedSparkTable {
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
  spark: DressedSparkTable;
  geometry: SparkGeometry | null;
  records: readonly { key: string }[];
}

const SPARK_ACTIONS: readonly Action<SparkContext>[] = [
  { ...SPARK_KEYS.next, run: ({ records }) => chooseRow(records, 1) },
  { ...SPARK_KEYS.previous, run: ({ records }) => chooseRow(records, -1) },
  { ...SPARK_KEYS.tuck, run: ({ spark }) => toggleSource(spark) },
  { ...SPARK_KEYS.note, run: focusNextNote },
  { ...COPY_KEY, run: copying(({ spark, geometry }) => geometry && ((by) => by.copySparkTable(spark.id, geometry))) },
  { does: 'hand off this spark table', run: () => void useView.setState({ handOff: 'one' }) },
  { does: 'set the columns and rows', run: () => void openSparkStrip('columns') },
  { does: 'set the words of the spark table', run: () => void openSparkStrip('words') },
  { does: 'set the frame of the spark table', run: () => void openSparkStrip('frame') },
];

const NO_RECORDS: SparkContext['records'] = [];

/** What can be done with the spark table that is shown. */
function useSparkActions(spark: DressedSparkTable, geometry: SparkGeometry | null, records = NO_RECORDS) {
  const actions = useMemo(() => ready(SPARK_ACTIONS, { spark, geometry, records }), [spark, geometry, records]);
  useActions('spark table', actions);
}

/** A spark table on its sheet, with the dock below it. */
export function SparkView({ item }: { item: SparkTableSpec }) {
  const style = useStyle();
  const spark = useMemo(() => dressSparkTable(item, style), [item, style]);
  const locale = useLocale();
  const part = useView((view) => view.part);
  const noted = useView((view) => view.noted);
  const handOff = useView((view) => view.handOff);
  const sparkRow = useView((view) => view.sparkRow);
  const loaded = useTableCalled(spark.table);
  const table = 'table' in loaded ? loaded.table : null;
  const [sizes, setSizes] = useState<Sizes | null>(null);
  const [room, setRoom] = useState<number | null>(null);
  const state = useSparkData(spark, table, locale);
  const data = 'data' in state ? state.data : null;
  const sized = useMemo(() => withSizes(spark, sizes), [spark, sizes]);
  const resolved = useMemo(() => data && resolveLooks(sized, data, style, locale), [sized, data, style, locale]);
  const letters = useLettersLoaded();
  // biome-ignore lint/correctness/useExhaustiveDependencies: letters that were loaded are measured anew
  const plain = useMemo(() => resolved && freeGeometry(resolved, style, locale), [resolved, style, locale, letters]);
  useLetters(() => (plain ? sparkTexts(plain) : []), plain);
  const fit = room === null || !plain ? null : (room * POINTS_PER_MM) / plain.width;
  const zoom = useView((view) => view.zoom);
  const real = useView((view) => view.pxPerMm);
  const scale = fit === null ? null : pxPerMmAt(zoom, Math.max(LEAST_PX_PER_MM, Math.min(MOST_PX_PER_MM, fit)), real);
  // Bars stand on whole pixels of this screen.
  const pixel = scale === null ? null : POINTS_PER_MM / scale / (globalThis.devicePixelRatio || 1);
  const geometry = useMemo(() => (plain && pixel !== null ? onPixels(plain, pixel) : plain), [plain, pixel]);
  const proofed = useDeferredValue(resolved);
  const notes = useMemo(() => (proofed ? sparkNotes(proofed, locale) : []), [proofed, locale]);
  useCounted(notes);
  useSeen(geometry !== null);
  useSparkActions(spark, geometry, data?.records);
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
      <div className="relative flex min-h-0 flex-1">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          <SparkSheet
            geometry={geometry}
            scale={scale}
            part={noted ?? part}
            onRoom={setRoom}
            onPreview={setSizes}
            onWidth={onWidth}
            onRowHeight={(rowHeight) => run('spark.setRowHeight', { spark: spark.id, rowHeight })}
          />
          <div className="flex shrink-0 items-baseline justify-end gap-3 bg-desk px-4 pb-2">
            <Sight />
            <Zoom />
          </div>
        </div>
        <ItemNotes item={spark.id} notes={notes} />
        {handOff === 'one' && <SparkHandOff spark={spark} geometry={geometry} record={record} />}
      </div>
      <SparkDock spark={spark} table={table} resolved={resolved} geometry={geometry} record={record} />
    </section>
  );
}
