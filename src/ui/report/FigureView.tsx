import { lazy, Suspense, useMemo } from 'react';
import { layoutFigure } from '../../core/figure/layout.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import { pointedAt } from '../../core/figure/pointed.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { tableIn } from '../../core/report/report.ts';
import { localeOf } from '../../core/text/locale.ts';
import { run, useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import { useFigureActions } from './keys.ts';
import { leaveOutPart } from './panels.ts';
import { Sheet } from './Sheet.tsx';
import { useView } from './view.ts';

// The sheet is what is wanted first.
const Dock = lazy(async () => ({ default: (await import('../dock/Dock.tsx')).Dock }));
const FigureNotes = lazy(async () => ({ default: (await import('./FigureNotes.tsx')).FigureNotes }));
const HandOff = lazy(async () => ({ default: (await import('./HandOff.tsx')).HandOff }));
const InspectFace = lazy(async () => ({ default: (await import('./InspectFace.tsx')).InspectFace }));

const AltText = lazy(() => import('./AltText.tsx'));

const MARGIN_ROOM = <div className="w-60 shrink-0 bg-desk" />;
const DOCK_ROOM = <div className="h-[232px] shrink-0 border-t border-rule bg-base-100" />;

const FACES = [
  { face: 'set', name: 'Set', says: 'The figure as it is typeset' },
  { face: 'inspect', name: 'Inspect', says: 'Look into its values (I)' },
] as const;

/** Turns a figure from one face to the other. */
function Faces() {
  const now = useView((view) => view.face);
  return (
    <fieldset className="absolute right-4 bottom-2.5 z-20 flex overflow-hidden rounded-full border border-rule bg-base-100 text-[13px]">
      <legend className="sr-only">Face of the figure</legend>
      {FACES.map(({ face, name, says }) => (
        <button
          key={face}
          type="button"
          aria-pressed={now === face}
          title={says}
          className="px-3 py-1 font-semibold text-quiet aria-pressed:bg-primary aria-pressed:text-primary-content"
          onClick={() => useView.setState({ face })}
        >
          {name}
        </button>
      ))}
    </fieldset>
  );
}

/** A figure on its sheet, with the dock below it. */
export function FigureView({ item: figure }: { item: FigureSpec }) {
  const style = useReport((state) => state.report.style);
  const locale = useReport((state) => state.report.locale);
  const source = useReport((state) => tableIn(state.report, figure.table));
  const part = useView((view) => view.part);
  const handOff = useView((view) => view.handOff);
  const noted = useView((view) => view.noted);
  const face = useView((view) => view.face);
  const pointed = useView((view) => view.pointed);
  const loaded = useTable(source);
  const table = 'table' in loaded ? loaded.table : null;
  const drawn = useMemo(() => {
    if (!table) return null;
    const resolved = resolveFigure(figure, table);
    return { figure: resolved, layout: layoutFigure(resolved, style, localeOf(locale)) };
  }, [figure, table, style, locale]);
  const layout = drawn?.layout ?? null;
  const points = useMemo(() => (layout && pointed ? pointedAt(layout, pointed) : []), [layout, pointed]);
  const isSeen = useView((view) => view.seen);
  useFigureActions({ figure, layout, resolved: drawn?.figure ?? null, style });
  if (!table || !drawn || !layout)
    return (
      <p role="status" className="flex-1 bg-desk p-8">
        {'error' in loaded ? loaded.error : 'Loading the data …'}
      </p>
    );
  return (
    <section aria-label={`Figure ${figure.name}`} className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1">
        <div className="relative flex min-h-0 min-w-0 flex-1">
          <Faces />
          {face === 'inspect' ? (
            <Suspense>
              <InspectFace figure={drawn.figure} layout={drawn.layout} style={style} locale={localeOf(locale)} />
            </Suspense>
          ) : (
            <Sheet
              scene={layout.scene}
              part={noted ?? part}
              movable={drawn}
              points={points}
              onDelete={(gone) => {
                if (gone.startsWith('mark:'))
                  run('figure.removeMarks', { figure: figure.id, marks: [gone.slice('mark:'.length)] });
                leaveOutPart(figure, drawn.figure, gone);
              }}
            />
          )}
        </div>
        {isSeen ? (
          <Suspense fallback={MARGIN_ROOM}>
            <FigureNotes item={figure} drawn={drawn} style={style} locale={localeOf(locale)} />
          </Suspense>
        ) : (
          MARGIN_ROOM
        )}
        {handOff && (
          <Suspense>
            <HandOff thing={figure} widthMm={figure.frame.width} heightMm={figure.frame.height}>
              <AltText figure={drawn.figure} locale={localeOf(locale)} />
            </HandOff>
          </Suspense>
        )}
      </div>
      {isSeen ? (
        <Suspense fallback={DOCK_ROOM}>
          <Dock figure={figure} resolved={drawn.figure} table={table} layout={layout} />
        </Suspense>
      ) : (
        DOCK_ROOM
      )}
    </section>
  );
}
