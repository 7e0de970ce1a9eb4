import type { Look } from '../../../core/figure/look.ts';
import { MARKER_SHAPES } from '../../../core/mark/shapes.ts';
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
  onCommit(shape: Look['markers']['shape']): void;
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
          className="rounded border border-transparent bg-white p-0.5 aria-pressed:border-base-content"
          onClick={() => onCommit(shape)}
        >
          <MarkerSample shape={shape} filled={filled} colour={colour} />
        </button>
      ))}
    </fieldset>
  );
}
