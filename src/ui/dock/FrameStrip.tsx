import { useMemo } from 'react';
import { suggestedHeight } from '../../core/figure/banking.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { DressedFigure, Frame } from '../../core/figure/spec.ts';
import { figuresOf } from '../../core/report/report.ts';
import { inMm } from '../../core/scene/scene.ts';
import type { Table } from '../../core/table/column.ts';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { run, useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';

/** Sizes that a report uses again and again, in millimetres, on a page of 210 × 297. */
const PRESETS = [
  { name: 'Column', width: 78, height: 58 },
  { name: 'Text width', width: 160, height: 84 },
  { name: 'Full page', width: 160, height: 230 },
] as const;

interface FrameStripProps {
  figure: DressedFigure;
  table: Table;
  layout: FigureLayout;
}

const sentence = 'flex flex-wrap items-baseline gap-x-1.5 leading-7';

/** Printed size of the figure, its plot's place in it, ground and border. */
export function FrameStrip({ figure, table, layout }: FrameStripProps) {
  const style = useStyle();
  const report = useReport((state) => state.report);
  const { width, height, plotLeft, plotRight, background, border } = figure.frame;
  const set = (change: Partial<Frame>) => run('figure.setFrame', { figure: figure.id, ...change });
  // Panels that are put in rows by the frame keep their rows, on which the height was worked out.
  const bank = (high: number) =>
    figure.panels?.perRow === null
      ? run('figure.setPanels', {
          figure: figure.id,
          set: [{ path: ['perRow'], to: layout.panels.columns }],
          height: high,
        })
      : set({ height: high });
  const suggested = useMemo(
    () => suggestedHeight(resolveFigure(figure, table, style), layout),
    [figure, table, layout, style],
  );
  const left = inMm(layout.panels.left);
  const right = Math.round((width - inMm(layout.panels.right)) * 10) / 10;
  const alike = figuresOf(report)
    .filter(({ id, frame }) => id !== figure.id && frame.width === width)
    .map(({ id }) => id);
  return (
    <div className="flex flex-col gap-0.5 px-4 py-2.5">
      <p className={sentence}>
        Printed
        <PhraseNumber label="Width in millimetres" value={width} onCommit={(value) => set({ width: value ?? width })} />
        mm wide and
        <PhraseNumber
          label="Height in millimetres"
          value={height}
          onCommit={(value) => set({ height: value ?? height })}
        />
        mm high.
        {(style.figures.length > 0 ? style.figures : PRESETS).map((preset) => (
          <button
            key={preset.name}
            type="button"
            className="phrase !font-normal"
            aria-pressed={preset.width === width && preset.height === height}
            onClick={() => set({ width: preset.width, height: preset.height })}
          >
            {preset.name}, {preset.width} × {preset.height}
          </button>
        ))}
      </p>
      <p className={sentence}>
        {suggested === null ? (
          <span className="text-quiet">Nothing rises or falls, so no height suits its slopes better than another.</span>
        ) : suggested === height ? (
          <span className="text-quiet">At this height the lines’ middle slope is 45 degrees.</span>
        ) : (
          <>
            The lines’ middle slope would be 45 degrees at
            <button type="button" className="phrase" onClick={() => bank(suggested)}>
              {suggested} mm high
            </button>
          </>
        )}
      </p>
      <p className={sentence}>
        The plot begins
        <PhraseNumber
          label="From the left edge to the plot, millimetres"
          value={plotLeft}
          automatic={`${left}, as its labels need,`}
          onCommit={(value) => set({ plotLeft: value })}
        />
        mm from the left edge and ends
        <PhraseNumber
          label="From the plot to the right edge, millimetres"
          value={plotRight}
          automatic={`${right}, as its labels need,`}
          onCommit={(value) => set({ plotRight: value })}
        />
        mm from the right one.
        {alike.length > 0 && (
          <button
            type="button"
            className="phrase !font-normal"
            onClick={() =>
              run('figure.alignPlots', { figures: [figure.id, ...alike], plotLeft: left, plotRight: right })
            }
          >
            the same for all {alike.length + 1} figures of this width
          </button>
        )}
      </p>
      <p className={sentence}>
        Background
        <ColourWord
          label="Background of the figure"
          colour={background}
          style={style}
          onCommit={(colour) => set({ background: colour })}
        />
        border
        <PhraseNumber
          label="Border of the figure, points"
          value={border}
          automatic="none"
          onCommit={(value) => set({ border: value })}
        />
        {border !== null && 'pt'}
        <span className="ml-2 text-quiet">
          Title {style.sizes.title} pt, labels {style.sizes.label} pt, whatever the size.
        </span>
      </p>
    </div>
  );
}
