import { ChevronDown, ChevronUp } from 'lucide-react';
import type { KeyboardEvent } from 'react';
import type { FigureLayout } from '../../core/figure/layout.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { openStrip, type Strip, useView } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { AcrossStrip } from './AcrossStrip.tsx';
import { FrameStrip } from './FrameStrip.tsx';
import { LeftAxisStrip } from './LeftAxisStrip.tsx';
import { LinesStrip } from './LinesStrip.tsx';
import { WordsStrip } from './WordsStrip.tsx';

interface DockProps {
  figure: FigureSpec;
  table: Table;
  layout: FigureLayout;
}

const ACROSS_NAMES = { date: 'Date axis', text: 'Category axis', number: 'Number axis' } as const;

/** The strips of a figure, below the sheet. */
export function Dock({ figure, table, layout }: DockProps) {
  const strip = useView((view) => view.strip);
  const folded = useView((view) => view.dockFolded);
  const style = useReport((state) => state.report.style);
  const strips: { id: Strip; name: string }[] = [
    { id: 'lines', name: 'Lines' },
    { id: 'across', name: ACROSS_NAMES[columnOf(table, figure.across)?.kind ?? 'text'] },
    { id: 'left', name: 'Left axis' },
    { id: 'words', name: 'Words' },
    { id: 'frame', name: 'Frame' },
  ];
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    const index = strips.findIndex((entry) => entry.id === strip);
    const next = strips[(index + step + strips.length) % strips.length];
    if (!next) return;
    openStrip(next.id);
    document.getElementById(`strip-${next.id}`)?.focus();
  };
  return (
    <section
      aria-label="Dock"
      className={`flex shrink-0 flex-col border-t border-rule bg-base-100 ${folded ? '' : 'h-[262px]'}`}
    >
      <div className="flex h-9 shrink-0 items-end border-b border-rule bg-base-200 pr-3 pl-3.5">
        <div role="tablist" aria-label="Strips" className="flex items-end gap-0.5" onKeyDown={onKeyDown}>
          {strips.map((entry) => (
            <button
              key={entry.id}
              id={`strip-${entry.id}`}
              type="button"
              role="tab"
              aria-selected={entry.id === strip}
              aria-controls="strip"
              tabIndex={entry.id === strip ? 0 : -1}
              onClick={() => openStrip(entry.id)}
              className="-mb-px rounded-t-lg border border-b-0 border-transparent px-3.5 py-1.5 font-semibold text-quiet aria-selected:border-rule aria-selected:bg-base-100 aria-selected:text-primary"
            >
              {entry.name}
            </button>
          ))}
        </div>
        <span className="ml-auto pb-1.5 text-[13px] whitespace-nowrap text-quiet">
          {figure.frame.width} × {figure.frame.height} mm · House style: {style.name}
        </span>
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square mb-1 ml-2"
          aria-label={folded ? 'Unfold the dock' : 'Fold the dock away'}
          aria-expanded={!folded}
          onClick={() => useView.setState({ dockFolded: !folded })}
        >
          {folded ? <ChevronUp size={16} aria-hidden="true" /> : <ChevronDown size={16} aria-hidden="true" />}
        </button>
      </div>
      {!folded && (
        <div id="strip" role="tabpanel" aria-labelledby={`strip-${strip}`} className="min-h-0 flex-1 overflow-auto">
          {strip === 'lines' && <LinesStrip figure={figure} table={table} />}
          {strip === 'across' && <AcrossStrip figure={figure} table={table} layout={layout} />}
          {strip === 'left' && <LeftAxisStrip figure={figure} layout={layout} />}
          {strip === 'words' && <WordsStrip figure={figure} />}
          {strip === 'frame' && <FrameStrip figure={figure} />}
        </div>
      )}
    </section>
  );
}
