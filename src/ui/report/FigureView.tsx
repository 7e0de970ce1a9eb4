import { lazy, Suspense, useDeferredValue, useMemo } from 'react';
import { NO_CALENDARS } from '../../core/figure/calendar.ts';
import { dressFigure } from '../../core/figure/dress.ts';
import { layoutFigure } from '../../core/figure/layout.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import { pointedAt } from '../../core/figure/pointed.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';

import { textsOf } from '../../core/scene/scene.ts';
import { Sight } from '../controls/Sight.tsx';
import { useLetters, useLettersLoaded } from '../letters/wanted.ts';
import { run } from '../state/store.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { useCalendars, useTableCalled } from '../state/tables.ts';
import { useFigureActions } from './figure-keys.ts';
import { noteAt } from './levels.ts';
import { leaveOutPart } from './panels.ts';
import { Sheet } from './Sheet.tsx';
import { useView } from './view.ts';
import { Zoom } from './Zoom.tsx';

// The sheet is what is wanted first.
const Dock = lazy(async () => ({ default: (await import('../dock/Dock.tsx')).Dock }));
const FigureNotes = lazy(async () => ({ default: (await import('./FigureNotes.tsx')).FigureNotes }));
const FigureHandOff = lazy(async () => ({ default: (await import('../hand-off/FigureHandOff.tsx')).FigureHandOff }));
const InspectFace = lazy(async () => ({ default: (await import('./InspectFace.tsx')).InspectFace }));

const MARGIN_ROOM = <div className="roomy w-60 shrink-0 bg-desk" />;
const DOCK_ROOM = <div className="roomy h-[262px] shrink-0 border-t border-rule bg-base-100" />;

const FACES = [
  { face: 'set', name: 'Set', says: 'The figure as it is typeset' },
  { face: 'inspect', name: 'Inspect', says: 'Look into its values (I)' },
] as const;

/** Turns a figure from one face to the other. */
function Faces() {
  const now = useView((view) => view.face);
  return (
    <fieldset className="flex overflow-hidden rounded-full border border-rule bg-base-100 text-[13px]">
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
export function FigureView({ item }: { item: FigureSpec }) {
  const typed = useDeferredValue(useView((view) => view.typed));
  // What is being typed is seen at once, and taken on a pause.
  const figure = useMemo(() => (typed?.item === item.id ? typed.change(item) : item), [item, typed]);
  const style = useStyle();
  const locale = useLocale();
  const part = useView((view) => view.part);
  const handOff = useView((view) => view.handOff);
  const noted = useView((view) => view.noted);
  const face = useView((view) => view.face);
  const pointed = useView((view) => view.pointed);
  const loaded = useTableCalled(figure.table);
  const table = 'table' in loaded ? loaded.table : null;
  const calendars = useCalendars(figure.marks);
  const beside = 'beside' in calendars ? calendars.beside : null;
  const letters = useLettersLoaded();
  // biome-ignore lint/correctness/useExhaustiveDependencies: letters that were loaded are measured anew
  const drawn = useMemo(() => {
    if (!table || !beside) return null;
    const resolved = resolveFigure(figure, table, style, beside);
    return { figure: resolved, layout: layoutFigure(resolved, style, locale) };
  }, [figure, table, beside, style, locale, letters]);
  /** as the house sets it, without what is still being typed */
  const dressed = useMemo(() => table && dressFigure(item, table, style), [item, table, style]);
  const layout = drawn?.layout ?? null;
  useLetters(() => (layout ? textsOf(layout.scene.nodes) : []), layout);
  const points = useMemo(() => (layout && pointed ? pointedAt(layout, pointed) : []), [layout, pointed]);
  const isSeen = useView((view) => view.seen);
  useFigureActions(dressed && { figure: dressed, layout, resolved: drawn?.figure ?? null, style, table });
  if (!table || !drawn || !layout || !dressed)
    return (
      <p role="status" className="flex-1 bg-desk p-8">
        {'error' in loaded ? loaded.error : 'error' in calendars ? calendars.error : 'Loading the data …'}
      </p>
    );
  return (
    <section aria-label={`Figure ${figure.name}`} className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div className="relative flex min-h-0 flex-1">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          {face === 'inspect' ? (
            <Suspense>
              <InspectFace
                figure={drawn.figure}
                table={table}
                beside={beside ?? NO_CALENDARS}
                layout={drawn.layout}
                style={style}
                locale={locale}
              />
            </Suspense>
          ) : (
            <Sheet
              scene={layout.scene}
              part={noted ?? part}
              movable={drawn}
              points={points}
              onSize={(width, height) => run('figure.setFrame', { figure: figure.id, width, height })}
              onPoint={(at) => noteAt(item, table, layout, at)}
              onDelete={(gone) => {
                if (gone.startsWith('mark:'))
                  run('figure.removeMarks', { figure: figure.id, marks: [gone.slice('mark:'.length)] });
                leaveOutPart(figure, drawn.figure, gone);
              }}
            />
          )}
          <div className="flex shrink-0 items-baseline justify-end gap-3 bg-desk px-4 pb-2">
            {face === 'set' && <Sight />}
            {face === 'set' && <Zoom />}
            <Faces />
          </div>
        </div>
        {isSeen ? (
          <Suspense fallback={MARGIN_ROOM}>
            <FigureNotes item={item} drawn={drawn} style={style} locale={locale} />
          </Suspense>
        ) : (
          MARGIN_ROOM
        )}
        {handOff === 'one' && (
          <Suspense>
            <FigureHandOff figure={drawn.figure} locale={locale} />
          </Suspense>
        )}
      </div>
      {isSeen ? (
        <Suspense fallback={DOCK_ROOM}>
          <Dock figure={dressed} resolved={drawn.figure} table={table} layout={layout} />
        </Suspense>
      ) : (
        DOCK_ROOM
      )}
    </section>
  );
}
