import type { DressedLook } from '../../../core/figure/look.ts';
import { MARKER_SHAPES } from '../../../core/style/vocabulary.ts';
import { MarkerSample } from './samples.tsx';

/** Shapes to choose from, each drawn. */
export function ShapeChoice({
  label,
  value,
  filled,
  colour,
  onCommit,
}: {
  label: string;
  value: string;
  filled: boolean;
  colour: string;
  onCommit(shape: DressedLook['markers']['shape']): void;
}) {
  return (
    <fieldset className="inline-flex gap-0.5 align-middle">
      <legend className="sr-only">{label}</legend>
      {MARKER_SHAPES.map((shape) => (
        <button
          key={shape}
          type="button"
          aria-label={shape}
          title={shape}
          aria-pressed={shape === value}
          className="flex h-6 w-6 items-center justify-center rounded border border-transparent bg-white aria-pressed:border-base-content"
          onClick={() => onCommit(shape)}
        >
          <MarkerSample shape={shape} filled={filled} colour={colour} />
        </button>
      ))}
    </fieldset>
  );
}
