import type { ApexOptions } from 'apexcharts';
import { memo, Suspense, useDeferredValue, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { FigureWindow } from '../../core/figure/spec.ts';
import { glance, glanceBrush, type Range, rangeOf } from '../../core/inspect/glance.ts';
import { inTurn } from '../../core/style/by-house.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { Column } from '../../core/table/column.ts';
import { Chart } from '../controls/Chart.tsx';
import { heldBy, periodWords, rangeWords } from '../controls/ranges.ts';

// The chart library is large and is not needed until someone looks into data.

export interface Looked {
  across: Column;
  columns: readonly Column[];
  /** rows that are totals and not drawn */
  totals: readonly number[];
}

interface GlanceProps {
  /** what is drawn; null until a large table is at rest */
  looked: Looked | null;
  style: HouseStyle;
  /** what a new figure will draw */
  window: FigureWindow;
  onWindow(window: FigureWindow): void;
}

/** The chosen columns as a chart on screen: point at it for values, drag over it to zoom, brush a range to take it. */
export const Glance = memo(function Glance({ looked, ...rest }: GlanceProps) {
  return (
    <aside
      aria-label="A glance at the chosen columns"
      className="flex min-h-0 w-[42%] max-w-2xl min-w-80 shrink-0 flex-col overflow-y-auto rounded-box border border-rule bg-white p-3 text-[#2b2530]"
    >
      {looked ? <Drawn {...looked} {...rest} /> : <p role="status">Drawing …</p>}
    </aside>
  );
});

function Drawn({ across, columns, style, totals, window, onWindow }: Looked & Omit<GlanceProps, 'looked'>) {
  const [brushed, setBrushed] = useState<Range | null>(null);
  // Typing in the grid goes before drawing.
  const drawn = useDeferredValue(columns);
  const colours = useMemo(() => drawn.map((_, index) => inTurn(style, index)), [drawn, style]);
  const { series, options, type, left } = useMemo(
    () => glance(across, drawn, colours, totals),
    [across, drawn, colours, totals],
  );
  const whole = useMemo(() => rangeOf(across), [across]);
  const brush = useMemo((): ApexOptions | null => {
    if (!whole) return null;
    const made = glanceBrush(across, series, colours, whole);
    return {
      ...made,
      chart: {
        ...made.chart,
        events: {
          selection: (_: unknown, { xaxis }: { xaxis: { min: number; max: number } }) =>
            setBrushed({ from: xaxis.min, to: xaxis.max }),
        },
      },
    };
  }, [across, series, colours, whole]);
  const room = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the room is there once something is drawn
  useLayoutEffect(() => {
    const element = room.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setHeight(Math.max(180, element.clientHeight)));
    observer.observe(element);
    return () => observer.disconnect();
  }, [drawn.length > 0]);
  const held = useMemo(() => brushed && heldBy(across, brushed), [across, brushed]);
  const isWhole = held && whole && held.from <= whole.from && held.to >= whole.to;
  const taken = window !== 'all' && 'from' in window && window.from !== null && window.to !== null ? window : null;
  return (
    <>
      <p className="text-[13px] text-[#6e6574]">
        {drawn.length === 0
          ? 'Tick a number column to see it.'
          : `Over ${across.title}. Point at the ${type === 'bar' ? 'bars' : 'lines'} for values${across.kind === 'text' ? '' : '; drag to zoom'}.${left > 0 ? ` The first names are drawn; ${left} more are in the table.` : ''}`}
      </p>
      {drawn.length > 0 && (
        <>
          <div ref={room} className="min-h-48 flex-1 overflow-hidden">
            <Suspense fallback={<p role="status">Drawing …</p>}>
              {height > 0 && <Chart key={type} type={type} height={height} series={series} options={options} />}
            </Suspense>
          </div>
          <Suspense fallback={null}>
            {brush && (
              <>
                <Chart type="line" height={84} series={series} options={brush} />
                <p className="flex flex-wrap items-baseline gap-x-2 text-[13px]">
                  {held && !isWhole ? (
                    <>
                      {rangeWords(across, held)}
                      <button
                        type="button"
                        className="btn btn-xs"
                        onClick={() => onWindow({ from: held.from, to: held.to })}
                      >
                        Use these {periodWords(across)}
                      </button>
                    </>
                  ) : (
                    <span className="text-[#6e6574]">Drag over the small picture to choose {periodWords(across)}.</span>
                  )}
                  {taken && (
                    <span>
                      A figure will draw{' '}
                      <b className="font-semibold">
                        {rangeWords(across, { from: taken.from ?? 0, to: taken.to ?? 0 })}
                      </b>
                      .{' '}
                      <button type="button" className="underline" onClick={() => onWindow('all')}>
                        Draw all
                      </button>
                    </span>
                  )}
                </p>
              </>
            )}
          </Suspense>
        </>
      )}
    </>
  );
}
