import { lazy, Suspense, useCallback, useRef } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import type { Path } from '../../core/named/fields.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { Strips } from '../controls/Strips.tsx';
import { openStrip, type Strip, useView } from '../report/view.ts';
import { AcrossStrip } from './AcrossStrip.tsx';
import { FrameStrip } from './FrameStrip.tsx';
import { LinesStrip } from './LinesStrip.tsx';
import { MarksStrip } from './MarksStrip.tsx';
import { PanelsStrip } from './PanelsStrip.tsx';
import { StyleAside } from './StyleAside.tsx';
import { ValueAxisStrip } from './ValueAxisStrip.tsx';

// Its sentences and their languages are wanted only where words are set.
const WordsStrip = lazy(async () => ({ default: (await import('./WordsStrip.tsx')).WordsStrip }));

interface DockProps {
  figure: DressedFigure;
  /** the figure joined with its table */
  resolved: ResolvedFigure;
  table: Table;
  layout: FigureLayout;
}

/** Where the settings of a strip stand in the figure; words follow no style. */
const WITHIN: Readonly<Record<Strip, Path | null>> = {
  lines: ['lines'],
  across: ['dateAxis'],
  left: ['leftAxis'],
  right: ['rightAxis'],
  panels: ['panels'],
  words: null,
  marks: ['marks'],
  frame: ['frame'],
};

const ACROSS_NAMES = { date: 'Date axis', text: 'Category axis', number: 'Number axis' } as const;

/** The strips of a figure, below the sheet. */
export function Dock({ figure, resolved, table, layout }: DockProps) {
  const strip = useView((view) => view.strip);
  const folded = useView((view) => view.dockFolded);
  const latest = useRef(layout);
  latest.current = layout;
  const layoutNow = useCallback(() => latest.current, []);
  const strips: { id: Strip; name: string }[] = [
    { id: 'lines', name: 'Lines' },
    { id: 'across', name: ACROSS_NAMES[columnOf(table, figure.across)?.kind ?? 'text'] },
    { id: 'left', name: 'Left axis' },
    { id: 'right', name: 'Right axis' },
    { id: 'panels', name: 'Panels' },
    { id: 'words', name: 'Words' },
    { id: 'marks', name: 'Levels & notes' },
    { id: 'frame', name: 'Frame' },
  ];
  return (
    <Strips
      label="Dock"
      strips={strips}
      open={strip}
      onOpen={openStrip}
      folded={folded}
      onFold={(dockFolded) => useView.setState({ dockFolded })}
      aside={
        <StyleAside item={figure.id} within={WITHIN[strip]}>
          {figure.frame.width} × {figure.frame.height} mm
        </StyleAside>
      }
    >
      {strip === 'lines' && <LinesStrip figure={figure} table={table} layoutNow={layoutNow} />}
      {strip === 'across' && <AcrossStrip figure={figure} table={table} layout={layout} />}
      {(strip === 'left' || strip === 'right') && (
        <ValueAxisStrip key={strip} figure={figure} table={table} layout={layout} side={strip} />
      )}
      {strip === 'panels' && <PanelsStrip figure={figure} table={table} resolved={resolved} layout={layout} />}
      {strip === 'words' && (
        <Suspense fallback={<p className="px-4 py-2.5 text-quiet">Loading the words …</p>}>
          <WordsStrip figure={figure} table={table} />
        </Suspense>
      )}
      {strip === 'marks' && <MarksStrip figure={figure} table={table} layout={layout} />}
      {strip === 'frame' && <FrameStrip figure={figure} table={table} layout={layout} />}
    </Strips>
  );
}
