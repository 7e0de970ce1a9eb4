import { useMemo } from 'react';
import { tableIn } from '../../core/report/report.ts';
import { layoutSparkTable } from '../../core/spark/layout.ts';
import { type ResolvedSparkTable, resolveSparkTable } from '../../core/spark/resolve.ts';
import type { LevelBars, Sparkline, SparkTableSpec } from '../../core/spark/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { localeOf } from '../../core/text/locale.ts';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Strips } from '../controls/Strips.tsx';
import { HandOff } from '../report/HandOff.tsx';
import { Sheet } from '../report/Sheet.tsx';
import { openSparkStrip, useView } from '../report/view.ts';
import { run, useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import { ColumnsStrip } from './ColumnsStrip.tsx';
import { LevelBarStrip } from './LevelBarStrip.tsx';
import { SparklineStrip } from './SparklineStrip.tsx';

const SPARK_NAMES: Record<Sparkline['draw'], string> = {
  line: 'Sparklines',
  step: 'Steps',
  area: 'Areas',
  columns: 'Columns drawn',
  'win / loss': 'Win / loss',
};

/** A spark table on its sheet, with the dock below it. */
export function SparkView({ spark }: { spark: SparkTableSpec }) {
  const style = useReport((state) => state.report.style);
  const locale = useReport((state) => state.report.locale);
  const item = useReport((state) => tableIn(state.report, spark.table));
  const part = useView((view) => view.part);
  const handOff = useView((view) => view.handOff);
  const loaded = useTable(item);
  const table = 'table' in loaded ? loaded.table : null;
  const drawn = useMemo(() => {
    if (!table) return null;
    const resolved = resolveSparkTable(spark, table, localeOf(locale));
    return { resolved, scene: layoutSparkTable(resolved, style, localeOf(locale)) };
  }, [spark, table, style, locale]);
  if (!table || !drawn)
    return (
      <p role="status" className="flex-1 bg-desk p-8">
        {'error' in loaded ? loaded.error : 'Loading the data …'}
      </p>
    );
  const { scene, resolved } = drawn;
  return (
    <section aria-label={`Spark table ${spark.name}`} className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1">
        <Sheet scene={scene} part={part} />
        {handOff && <HandOff thing={spark} widthMm={scene.widthMm} heightMm={scene.heightMm} />}
      </div>
      <SparkDock
        spark={spark}
        table={table}
        resolved={resolved}
        size={`${Math.round(scene.widthMm)} × ${Math.round(scene.heightMm)} mm`}
      />
    </section>
  );
}

/** What a spark column is called on its strip. */
function nameOf(column: LevelBars | Sparkline, table: Table): string {
  if (column.kind === 'sparkline') return column.title ?? SPARK_NAMES[column.draw];
  const found = columnOf(table, column.column);
  return column.title || (found ? readTitle(found.title).name : column.column);
}

interface SparkDockProps {
  spark: SparkTableSpec;
  table: Table;
  resolved: ResolvedSparkTable;
  size: string;
}

function SparkDock({ spark, table, resolved, size }: SparkDockProps) {
  const wished = useView((view) => view.sparkStrip);
  const folded = useView((view) => view.dockFolded);
  const bars = spark.columns.filter((column) => column.kind === 'spark' || column.kind === 'sparkline');
  const strips = [
    ...bars.map((column) => ({ id: column.id, name: nameOf(column, table) })),
    { id: 'columns', name: 'Columns & rows' },
    { id: 'words', name: 'Words' },
  ];
  // A click on a text or number column opens the place where columns are set.
  const isOpen = strips.some(({ id }) => id === wished);
  const strip = isOpen ? wished : wished === null ? (strips[0]?.id ?? 'columns') : 'columns';
  const chosen = bars.find(({ id }) => id === strip);
  return (
    <Strips
      label="Dock"
      strips={strips}
      open={strip ?? 'columns'}
      onOpen={openSparkStrip}
      folded={folded}
      onFold={(dockFolded) => useView.setState({ dockFolded })}
      aside={size}
    >
      {chosen?.kind === 'spark' && <LevelBarStrip key={chosen.id} spark={spark} column={chosen} table={table} />}
      {chosen?.kind === 'sparkline' && (
        <SparklineStrip key={chosen.id} spark={spark} column={chosen} table={table} resolved={resolved} />
      )}
      {strip === 'columns' && <ColumnsStrip spark={spark} table={table} />}
      {strip === 'words' && <SparkWords spark={spark} />}
    </Strips>
  );
}

const FIELDS = [
  { key: 'title', name: 'Title', hint: 'What the rows show, in a sentence' },
  { key: 'source', name: 'Source', hint: 'Where the data is from' },
] as const;

function SparkWords({ spark }: { spark: SparkTableSpec }) {
  return (
    <div className="flex max-w-5xl flex-col gap-1.5 px-4 py-3">
      {FIELDS.map(({ key, name, hint }) => (
        <p key={key} className="grid grid-cols-[7rem_1fr]">
          <span className="pt-1">{name}</span>
          <PhraseText
            label={name}
            rows={1}
            live
            value={spark.words[key]}
            placeholder={hint}
            className={key === 'title' ? 'font-semibold' : ''}
            onCommit={(text) => run('spark.setWords', { spark: spark.id, words: { [key]: text } })}
          />
        </p>
      ))}
      <p className="grid grid-cols-[7rem_1fr]">
        <span className="pt-1">Name in the list</span>
        <PhraseText
          label="Name in the list"
          value={spark.name}
          className="w-80"
          onCommit={(text) => run('spark.rename', { spark: spark.id, name: text.trim() })}
        />
      </p>
      <p className="mt-1">
        Each row is{' '}
        <PhraseNumber
          label="Row height in millimetres"
          value={spark.rowHeight}
          onCommit={(value) => run('spark.setRowHeight', { spark: spark.id, rowHeight: value ?? spark.rowHeight })}
        />{' '}
        mm high.
      </p>
    </div>
  );
}
