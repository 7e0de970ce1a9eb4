import { Suspense, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { CalendarTables } from '../../core/figure/calendar.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import { inspectViews } from '../../core/inspect/faces.ts';
import { inspectFigure } from '../../core/inspect/inspect.ts';
import { writtenOptions } from '../../core/inspect/written.ts';
import { tableIn } from '../../core/report/report.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { Table } from '../../core/table/column.ts';
import type { Locale } from '../../core/text/locale.ts';
import { Chart } from '../controls/Chart.tsx';
import { PhraseChoice } from '../controls/Choice.tsx';
import { Joined } from '../controls/words.tsx';
import { useReport } from '../state/store.ts';
import { useAsReceived } from '../table/useReceived.ts';
import { panelOfPart, useView } from './view.ts';

interface InspectFaceProps {
  figure: ResolvedFigure;
  table: Table;
  beside: CalendarTables;
  layout: FigureLayout;
  style: HouseStyle;
  locale: Locale;
}

/** The figure as a chart to look into: values under the pointer, zoom, and lines turned on and off. Nothing here changes the set figure. */
export function InspectFace({ figure: drawn, table, beside, layout, style, locale }: InspectFaceProps) {
  const item = useReport((state) => tableIn(state.report, drawn.spec.table));
  const whole = useAsReceived(item, table);
  const figure = useMemo(
    () => (whole === table ? drawn : resolveFigure(drawn.spec, whole, style, beside)),
    [drawn, table, whole, style, beside],
  );
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
  const options = useMemo(() => inspect && writtenOptions(inspect, locale), [inspect, locale]);
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col bg-desk p-6 pb-3">
      <section
        aria-label={`Inspect ${figure.spec.name}`}
        className="flex min-h-0 flex-1 flex-col rounded-box border border-rule bg-white p-3 text-[#2b2530]"
      >
        <p className="text-[13px] text-[#6e6574]">
          {views.length > 1 && shown && (
            <>
              Here is
              <Joined by=".">
                <PhraseChoice
                  label="Panel shown"
                  value={shown.panel ?? ''}
                  options={views.map(({ panel, name }) => ({ value: panel ?? '', name }))}
                  onCommit={(panel) => useView.setState({ part: panel === '' ? null : `panel:${panel}` })}
                />
              </Joined>{' '}
            </>
          )}
          Point at the lines for values, drag to zoom, click a name to hide its line. The typeset figure does not
          change.
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
