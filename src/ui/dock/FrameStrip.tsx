import type { FigureSpec } from '../../core/figure/spec.ts';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { run, useReport } from '../state/store.ts';

/** Printed size of the figure. */
export function FrameStrip({ figure }: { figure: FigureSpec }) {
  const style = useReport((state) => state.report.style);
  const { width, height } = figure.frame;
  const set = (size: { width?: number; height?: number }) => run('figure.setFrame', { figure: figure.id, ...size });
  return (
    <div className="flex flex-col gap-1.5 px-4 py-3">
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        Printed
        <PhraseNumber label="Width in millimetres" value={width} onCommit={(value) => set({ width: value ?? width })} />
        mm wide and
        <PhraseNumber
          label="Height in millimetres"
          value={height}
          onCommit={(value) => set({ height: value ?? height })}
        />
        mm high.
      </p>
      <p className="text-quiet">
        House style {style.name}: title {style.sizes.title} pt, labels {style.sizes.label} pt. Type keeps its size in
        points whatever the size of the frame.
      </p>
    </div>
  );
}
