import { useDeferredValue, useEffect, useMemo } from 'react';
import { drawFigure } from '../../core/figure/draw.ts';
import { resolveFigure } from '../../core/figure/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { proofNotes } from '../../core/proof/proof.ts';
import { tableIn } from '../../core/report/report.ts';
import { localeOf } from '../../core/text/locale.ts';
import { Dock } from '../dock/Dock.tsx';
import { useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import { HandOff } from './HandOff.tsx';
import { useFigureKeys } from './keys.ts';
import { ProofMargin } from './ProofMargin.tsx';
import { Sheet } from './Sheet.tsx';
import { useView } from './view.ts';

/** A figure on its sheet, with the dock below it. */
export function FigureView({ figure }: { figure: FigureSpec }) {
  const style = useReport((state) => state.report.style);
  const locale = useReport((state) => state.report.locale);
  const item = useReport((state) => tableIn(state.report, figure.table));
  const part = useView((view) => view.part);
  const handOff = useView((view) => view.handOff);
  const proof = useView((view) => view.proof);
  const noted = useView((view) => view.noted);
  const loaded = useTable(item);
  const table = 'table' in loaded ? loaded.table : null;
  const layout = useMemo(
    () => (table ? drawFigure(figure, table, style, localeOf(locale)) : null),
    [figure, table, style, locale],
  );
  useFigureKeys(figure, layout);
  // The sheet is drawn first, and then looked through.
  const proofed = useDeferredValue(
    useMemo(() => (table && layout ? { figure, table, layout } : null), [figure, table, layout]),
  );
  const notes = useMemo(() => {
    if (!proofed) return [];
    const resolved = resolveFigure(proofed.figure, proofed.table);
    return proofNotes({ figure: resolved, layout: proofed.layout, style, locale: localeOf(locale) });
  }, [proofed, style, locale]);
  const open = notes.filter(({ aside }) => aside === null).length;
  useEffect(() => useView.setState({ notes: open }), [open]);
  if (!table || !layout)
    return (
      <p role="status" className="flex-1 bg-desk p-8">
        {'error' in loaded ? loaded.error : 'Loading the data …'}
      </p>
    );
  return (
    <section aria-label={`Figure ${figure.name}`} className="flex min-h-0 min-w-0 flex-1 flex-col">
      <div className="flex min-h-0 flex-1">
        <Sheet scene={layout.scene} part={noted ?? part} />
        {proof && !handOff && notes.length > 0 && <ProofMargin figure={figure} notes={notes} />}
        {handOff && <HandOff thing={figure} widthMm={figure.frame.width} heightMm={figure.frame.height} />}
      </div>
      <Dock figure={figure} table={table} layout={layout} />
    </section>
  );
}
