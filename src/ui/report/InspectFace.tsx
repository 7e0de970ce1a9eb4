import type { ApexOptions } from 'apexcharts';
import { lazy, Suspense, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import { inspectViews } from '../../core/inspect/faces.ts';
import { type Inspect, inspectFigure } from '../../core/inspect/inspect.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { Locale } from '../../core/text/locale.ts';
import { formatNumber } from '../../core/text/number.ts';
import { PhraseChoice } from '../controls/Phrase.tsx';
import { panelOfPart, useView } from './view.ts';

const Chart = lazy(() => import('react-apexcharts'));

/** The options with the functions that write numbers, made of what they say of themselves. */
function withWriting({ options, writing, axes }: Inspect, locale: Locale): ApexOptions {
  const yaxis = [options.yaxis ?? []].flat().map((axis) => {
    const { decimals, exponent } = axes.find(({ side }) => (side === 'right') === axis.opposite) ?? {
      decimals: 0,
      exponent: 0,
    };
    return {
      ...axis,
      labels: { ...axis.labels, formatter: (value: number) => formatNumber(value / 10 ** exponent, decimals, locale) },
    };
  });
  const y = writing.map(({ decimals, unit }) => ({
    formatter: (value: number | null | undefined) =>
      value === null || value === undefined
        ? '–'
        : `${formatNumber(value, decimals, locale)}${unit ? ` ${unit.replace(/[<>&"'`]/g, ' ')}` : ''}`,
  }));
  return { ...options, yaxis, tooltip: { ...options.tooltip, y } };
}

interface InspectFaceProps {
  figure: ResolvedFigure;
  layout: FigureLayout;
  style: HouseStyle;
  locale: Locale;
}

/** The figure as a chart to look into: values under the pointer, zoom, and lines turned on and off. Nothing here changes the set figure. */
export function InspectFace({ figure, layout, style, locale }: InspectFaceProps) {
  const room = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(0);
  useLayoutEffect(() => {
    const element = room.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setHeight(Math.max(220, element.clientHeight - 8)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const part = useView((view) => view.part);
  const views = useMemo(() => inspectViews(figure, layout), [figure, layout]);
  const shown = views.find(({ panel }) => panel !== null && panel === panelOfPart(part)) ?? views[0];
  const inspect = useMemo(() => (shown ? inspectFigure(shown.figure, shown.layout, style) : null), [shown, style]);
  const options = useMemo(() => inspect && withWriting(inspect, locale), [inspect, locale]);
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col bg-desk p-6 pb-12">
      <section
        aria-label={`Inspect ${figure.spec.name}`}
        className="flex min-h-0 flex-1 flex-col rounded-box border border-rule bg-white p-3 text-[#2b2530]"
      >
        <p className="text-[13px] text-[#6e6574]">
          {views.length > 1 && shown && (
            <>
              Here is
              <PhraseChoice
                label="Panel that is looked into"
                value={shown.panel ?? ''}
                options={views.map(({ panel, name }) => ({ value: panel ?? '', name }))}
                onCommit={(panel) => useView.setState({ part: panel === '' ? null : `panel:${panel}` })}
              />
              .{' '}
            </>
          )}
          Point at the lines for values, drag to zoom, click a name to turn its line off. The set figure stays as it is.
        </p>
        <div ref={room} className="min-h-0 flex-1 overflow-hidden">
          <Suspense fallback={<p role="status">Drawing …</p>}>
            {height > 0 && inspect && options && (
              <Chart
                key={shown?.panel ?? ''}
                type="line"
                height={height}
                series={inspect.series as ApexAxisChartSeries}
                options={options}
              />
            )}
          </Suspense>
        </div>
      </section>
    </div>
  );
}
