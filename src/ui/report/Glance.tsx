import { lazy, Suspense, useMemo } from 'react';
import { glance } from '../../core/inspect/glance.ts';
import type { Column } from '../../core/table/column.ts';

// The chart library is large and is not needed until someone looks into data.
const Chart = lazy(() => import('react-apexcharts'));

interface GlanceProps {
  across: Column;
  columns: readonly Column[];
  colours: readonly string[];
}

/** The chosen columns as a chart on screen: point at it for values, drag over it to zoom. */
export function Glance({ across, columns, colours }: GlanceProps) {
  const { series, options } = useMemo(() => glance(across, columns, colours), [across, columns, colours]);
  return (
    <aside
      aria-label="A glance at the chosen columns"
      className="flex min-h-0 w-[44%] max-w-2xl min-w-80 shrink-0 flex-col rounded-box border border-rule bg-white p-3 text-[#2b2530]"
    >
      <p className="text-[13px] text-[#6e6574]">
        {columns.length === 0
          ? 'Tick a column of numbers to look at it.'
          : `Over ${across.title}. Point at the lines for values; drag to zoom.`}
      </p>
      {columns.length > 0 && (
        <Suspense fallback={<p role="status">Drawing …</p>}>
          <Chart type="line" height={340} series={series} options={options} />
        </Suspense>
      )}
    </aside>
  );
}
