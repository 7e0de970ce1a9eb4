import { type KeyboardEvent, type MouseEvent, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { type Part, POINTS_PER_MM, type Scene } from '../../core/scene/scene.ts';
import { svgPieces } from '../../core/scene/svg.ts';
import { useSight } from '../controls/Sight.tsx';
import { typeAt } from './caret.ts';
import { draw } from './drawing.ts';
import { measureAt } from './measuring.ts';
import { type Movable, moveByKey, useMoving } from './moving.ts';
import { RULER, Ruler } from './Ruler.tsx';
import { SheetEdges } from './SheetEdges.tsx';
import { lineOfPart, openPart, useSeen, useView } from './view.ts';
import { pxPerMmAt } from './Zoom.tsx';

const MARGIN = 48;
/** Above and below the sheet. */
const BELOW = 42;
const MOST_PX_PER_MM = 8;
const LEAST_PX_PER_MM = 2;

interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Where a part stands in the sheet, in pixels, with a little room around it. */
function boxOf(sheet: HTMLElement, part: Part): Box | null {
  const element = sheet.querySelector(`[data-part="${CSS.escape(part)}"]`);
  if (!element) return null;
  const outer = sheet.getBoundingClientRect();
  const inner = element.getBoundingClientRect();
  const room = 4;
  return {
    left: inner.left - outer.left - room,
    top: inner.top - outer.top - room,
    width: inner.width + 2 * room,
    height: inner.height + 2 * room,
  };
}

/** Lays a pale band under the chosen line; on the screen only, never in a file. */
function markLine(sheet: HTMLElement, line: string | null) {
  for (const old of sheet.querySelectorAll('.halo')) old.remove();
  if (!line) return;
  // Markers carry their value; what is left are the strokes.
  const strokes = sheet.querySelectorAll<SVGPathElement>(
    `[data-part="${CSS.escape(`line:${line}`)}"] > path[stroke]:not([data-value])`,
  );
  for (const stroke of strokes) {
    const halo = stroke.cloneNode() as SVGPathElement;
    halo.classList.add('halo');
    halo.removeAttribute('stroke-dasharray');
    halo.style.strokeWidth = `${Number(stroke.getAttribute('stroke-width')) + 4}`;
    halo.style.strokeOpacity = '0.18';
    stroke.before(halo);
  }
}

/** A figure or a spark table at its printed size times a zoom that fits the window, under a millimetre ruler. */
interface SheetProps {
  scene: Scene;
  part: Part | null;
  /** the figure whose labels and marks can be moved; absent where nothing can */
  movable?: Movable | null;
  /** points that are shown while something is said of them, in points from the top left */
  points?: readonly { x: number; y: number }[];
  /** takes a double click beside all words, in points from the top left */
  onPoint?(at: readonly [number, number]): void;
  /** takes another size of the sheet, millimetres; absent where it has none to be dragged */
  onSize?(width: number, height: number): void;
  /** takes a mark out of the figure */
  onDelete?(part: Part): void;
}

export function Sheet({ scene, part, movable = null, points = [], onPoint, onSize, onDelete }: SheetProps) {
  const desk = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const [box, setBox] = useState<Box | null>(null);
  const drawing = useRef<HTMLDivElement>(null);
  const pieces = useMemo(() => svgPieces(scene, { interactive: true }), [scene]);
  useLayoutEffect(() => {
    const element = desk.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setRoom({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const fit = Math.min((room.width - 2 * MARGIN) / scene.widthMm, (room.height - RULER - BELOW) / scene.heightMm);
  const zoom = useView((view) => view.zoom);
  const sight = useSight();
  const scale = pxPerMmAt(
    zoom,
    Math.max(LEAST_PX_PER_MM, Math.min(MOST_PX_PER_MM, fit)),
    useView((view) => view.pxPerMm),
  );
  useSeen(room.width > 0);
  const focused = useRef<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the box follows the drawing and its size
  useLayoutEffect(() => {
    const element = sheet.current;
    if (!element || !drawing.current) return;
    draw(drawing.current, pieces);
    const line = lineOfPart(part);
    markLine(element, line);
    setBox(part && !line ? boxOf(element, part) : null);
    // A redraw replaces the element that had the focus.
    if (focused.current && document.activeElement === document.body)
      element.querySelector<SVGElement>(`[data-part="${CSS.escape(focused.current)}"]`)?.focus();
  }, [part, pieces, scale]);
  const partAt = (target: EventTarget) =>
    (target instanceof Element ? target.closest('[data-part]') : null)?.getAttribute('data-part') as
      | Part
      | null
      | undefined;
  const measuring = useView((view) => view.measuring);
  const { justDropped, ...pointer } = useMoving(movable, scale);
  const onClick = (event: MouseEvent) => {
    if (justDropped()) return;
    const frame = sheet.current?.getBoundingClientRect();
    const points = POINTS_PER_MM / scale;
    if (
      movable &&
      frame &&
      measureAt(movable.figure.spec, movable.layout, [
        (event.clientX - frame.left) * points,
        (event.clientY - frame.top) * points,
      ])
    )
      return;
    const found = partAt(event.target);
    if (found && !typeAt(event.target, found, false, event.clientX, event.clientY)) openPart(found);
  };
  const onDoubleClick = (event: MouseEvent) => {
    const found = partAt(event.target);
    if (found && typeAt(event.target, found, true, event.clientX, event.clientY)) return;
    const frame = sheet.current?.getBoundingClientRect();
    const points = POINTS_PER_MM / scale;
    if (frame) onPoint?.([(event.clientX - frame.left) * points, (event.clientY - frame.top) * points]);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const found = partAt(event.target);
    if (found && (event.key === 'Enter' || event.key === ' ')) {
      event.preventDefault();
      openPart(found);
    }
    if (
      found &&
      movable &&
      !event.altKey &&
      !event.ctrlKey &&
      event.target instanceof Element &&
      moveByKey(movable, event.target, found, event.key, event.shiftKey)
    ) {
      event.preventDefault();
      openPart(found);
    }
    if (found && event.key === 'Delete') onDelete?.(found);
  };
  return (
    <div ref={desk} className="min-h-0 flex-1 overflow-auto bg-desk" data-testid="desk">
      {room.width > 0 && (
        <div className="mx-auto w-fit px-6 pt-4 pb-6">
          <Ruler width={scene.widthMm} scale={scale} />
          {/* biome-ignore lint/a11y/noStaticElementInteractions: the parts inside are the buttons; this listens for all of them */}
          <div
            ref={sheet}
            className="sheet relative bg-white shadow-[0_2px_14px_rgba(60,45,30,0.16)]"
            style={{ width: scene.widthMm * scale, height: scene.heightMm * scale }}
            onClick={onClick}
            onDoubleClick={onDoubleClick}
            onKeyDown={onKeyDown}
            {...pointer}
            onFocus={(event) => {
              focused.current = partAt(event.target) ?? null;
            }}
            onBlur={() => {
              // Kept while a redraw takes the element away; a real move of the focus sets it anew.
              setTimeout(() => {
                if (document.activeElement !== document.body)
                  focused.current = sheet.current?.contains(document.activeElement) ? focused.current : null;
              });
            }}
          >
            <div ref={drawing} className="h-full w-full" style={sight} />
            {onSize && <SheetEdges width={scene.widthMm} height={scene.heightMm} pxPerMm={scale} onSize={onSize} />}
            {[...points, ...(measuring?.from ? [measuring.from] : [])].map(({ x, y }) => (
              <span
                key={`${x} ${y}`}
                aria-hidden="true"
                data-testid="pointed"
                className="pointer-events-none absolute h-5 w-5 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-[#5b3a63] bg-[#5b3a63]/10"
                style={{ left: (x / POINTS_PER_MM) * scale, top: (y / POINTS_PER_MM) * scale }}
              />
            ))}
            {box && (
              <div
                aria-hidden="true"
                className="pointer-events-none absolute rounded-sm border-[1.5px] border-dashed border-[#5b3a63]"
                style={box}
              />
            )}
          </div>
        </div>
      )}
    </div>
  );
}
