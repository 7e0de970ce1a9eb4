import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';

interface SheetEdgesProps {
  /** size of the sheet, millimetres */
  width: number;
  height: number;
  pxPerMm: number;
  onSize(width: number, height: number): void;
}

const LEAST = 30;
const MOST = 600;
const within = (mm: number) => Math.round(Math.min(MOST, Math.max(LEAST, mm)));

type Edge = 'right' | 'bottom' | 'corner';

const EDGES: readonly { edge: Edge; name: string; place: string }[] = [
  { edge: 'right', name: 'Width of the sheet, millimetres', place: 'top-0 -right-6 h-full w-6 cursor-ew-resize' },
  { edge: 'bottom', name: 'Height of the sheet, millimetres', place: '-bottom-6 left-0 h-6 w-full cursor-ns-resize' },
  { edge: 'corner', name: 'Width and height of the sheet', place: '-right-6 -bottom-6 h-6 w-6 cursor-nwse-resize' },
];

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The edges of a sheet, by which its size is dragged or set by arrow keys; an outline shows it before it is taken. */
export function SheetEdges({ width, height, pxPerMm, onSize }: SheetEdgesProps) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const [wished, setWished] = useState<{ width: number; height: number } | null>(null);
  const sizeAt = (edge: Edge, event: PointerEvent) => {
    const start = from.current ?? { x: event.clientX, y: event.clientY };
    return {
      width: edge === 'bottom' ? width : within(width + (event.clientX - start.x) / pxPerMm),
      height: edge === 'right' ? height : within(height + (event.clientY - start.y) / pxPerMm),
    };
  };
  const onKeyDown = (edge: Edge) => (event: KeyboardEvent) => {
    const way = STEPS[event.key];
    if (!way) return;
    const by = event.shiftKey ? 10 : 1;
    event.preventDefault();
    event.stopPropagation();
    onSize(
      edge === 'bottom' ? width : within(width + way[0] * by),
      edge === 'right' ? height : within(height + way[1] * by),
    );
  };
  return (
    <>
      {EDGES.map(({ edge, name, place }) => (
        <div
          key={edge}
          role="slider"
          tabIndex={0}
          aria-label={name}
          aria-valuemin={LEAST}
          aria-valuemax={MOST}
          aria-valuenow={edge === 'bottom' ? height : width}
          aria-valuetext={`${width} × ${height} mm`}
          className={`absolute z-10 ${place} focus-visible:bg-primary/20 hover:bg-primary/10`}
          onKeyDown={onKeyDown(edge)}
          onClick={(event) => event.stopPropagation()}
          onPointerDown={(event) => {
            event.stopPropagation();
            from.current = { x: event.clientX, y: event.clientY };
            event.currentTarget.setPointerCapture(event.pointerId);
          }}
          onPointerMove={(event) => {
            if (from.current) setWished(sizeAt(edge, event));
          }}
          onPointerUp={(event) => {
            const size = from.current ? sizeAt(edge, event) : null;
            from.current = null;
            setWished(null);
            if (size && (size.width !== width || size.height !== height)) onSize(size.width, size.height);
          }}
          onPointerCancel={() => {
            from.current = null;
            setWished(null);
          }}
        />
      ))}
      {wished && (
        <div
          aria-hidden="true"
          className="pointer-events-none absolute top-0 left-0 z-10 border-2 border-dashed border-[#5b3a63]"
          style={{ width: wished.width * pxPerMm, height: wished.height * pxPerMm }}
        >
          <span className="absolute right-1 bottom-1 rounded bg-[#5b3a63] px-1.5 py-0.5 text-[12px] text-white">
            {wished.width} × {wished.height} mm
          </span>
        </div>
      )}
    </>
  );
}
