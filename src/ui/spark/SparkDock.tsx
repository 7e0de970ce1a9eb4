import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import { shownRecords } from '../../core/spark/data.ts';
import type { SparkGeometry } from '../../core/spark/geometry.ts';
import type { ResolvedSparkTable } from '../../core/spark/resolve.ts';
import { countOf } from '../../core/spark/series.ts';
import type { DressedBars, DressedSparkline, DressedSparkTable } from '../../core/spark/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { Strips } from '../controls/Strips.tsx';
import { StyleAside } from '../dock/StyleAside.tsx';
import { openSparkStrip, useView } from '../report/view.ts';
import { ColumnsStrip } from './ColumnsStrip.tsx';
import { FrameWords, SparkWords } from './FrameWords.tsx';
import { LevelBarStrip } from './LevelBarStrip.tsx';
import { RowsWords } from './RowsWords.tsx';
import { SparklineStrip } from './SparklineStrip.tsx';

const SPARK_NAMES: Record<DressedSparkline['draw'], string> = {
  line: 'Sparklines',
  step: 'Steps',
  area: 'Areas',
  'range band': 'Range bands',
  columns: 'Columns drawn',
  'win / loss': 'Win / loss',
};

/** What a spark column is called on its strip. */
function nameOf(column: DressedBars | DressedSparkline, table: Table): string {
  if (column.kind === 'sparkline') return column.title || SPARK_NAMES[column.draw];
  const found = columnOf(table, column.column);
  return column.title || (found ? readTitle(found.title).name : column.column);
}

/** How many columns are out of sight, in words. */
function sayTucked({ columns }: ResolvedSparkTable): string {
  let count = columns.filter(({ spec }) => spec.tucked).length;
  // Sparklines that run through the same values are drawn from the same columns.
  const sources = new Map<string, number>();
  for (const column of columns) {
    if (column.kind !== 'sparkline') continue;
    const of = `${column.spec.column} ${column.spec.over.join()}`;
    const places = column.spec.source === 'shown' ? 0 : countOf(column.series.places);
    const known = sources.get(of);
    sources.set(of, known === 0 || places === 0 ? 0 : Math.max(known ?? 0, places));
  }
  for (const places of sources.values()) count += places;
  if (count === 0) return '';
  return `${count} ${count === 1 ? 'column' : 'columns'} tucked away; sparklines keep their data · `;
}

interface SparkDockProps {
  spark: DressedSparkTable;
  table: Table;
  resolved: ResolvedSparkTable;
  geometry: SparkGeometry;
  record: number;
}

/** The strips of a spark table: one for each column that draws, then columns and rows, words and frame. */
export function SparkDock({ spark, table, resolved, geometry, record }: SparkDockProps) {
  const wished = useView((view) => view.sparkStrip);
  const folded = useView((view) => view.dockFolded);
  const bars = spark.columns.filter((column) => column.kind === 'level bars' || column.kind === 'sparkline');
  const strips = [
    ...bars.map((column) => ({ id: column.id, name: nameOf(column, table) })),
    { id: 'columns', name: 'Columns & rows' },
    { id: 'words', name: 'Words' },
    { id: 'frame', name: 'Frame' },
  ];
  // A click on a text or number column opens the place where columns are set.
  const isOpen = strips.some(({ id }) => id === wished);
  const strip = isOpen ? wished : wished === null ? (strips[0]?.id ?? 'columns') : 'columns';
  const chosen = bars.find(({ id }) => id === strip);
  const [width, height] = [geometry.width, geometry.height].map((points) => Math.round(points / POINTS_PER_MM));
  return (
    <Strips
      label="Dock"
      strips={strips}
      open={strip ?? 'columns'}
      onOpen={openSparkStrip}
      folded={folded}
      onFold={(dockFolded) => useView.setState({ dockFolded })}
      aside={
        <StyleAside item={spark.id} within={chosen ? ['columns', chosen.id] : ['columns']}>
          {sayTucked(resolved)}
          {width} × {height} mm
        </StyleAside>
      }
    >
      {chosen?.kind === 'level bars' && (
        <LevelBarStrip
          key={chosen.id}
          spark={spark}
          column={chosen}
          table={table}
          records={resolved.data.records}
          record={record}
        />
      )}
      {chosen?.kind === 'sparkline' && (
        <SparklineStrip
          key={chosen.id}
          spark={spark}
          column={chosen}
          table={table}
          resolved={resolved}
          record={record}
        />
      )}
      {strip === 'columns' && (
        <div className="flex flex-col gap-2 px-4 py-3">
          <ColumnsStrip spark={spark} table={table} />
          <RowsWords spark={spark} table={table} count={shownRecords(resolved.data, true).length} />
        </div>
      )}
      {strip === 'words' && <SparkWords spark={spark} resolved={resolved} />}
      {strip === 'frame' && <FrameWords spark={spark} resolved={resolved} />}
    </Strips>
  );
}
