import { type KeyboardEvent, type MouseEvent, memo, useCallback, useLayoutEffect, useRef, useState } from 'react';
import { type Part, POINTS_PER_MM } from '../../core/scene/scene.ts';
import { svgPieces } from '../../core/scene/svg.ts';
import { rowTop, type SparkGeometry } from '../../core/spark/geometry.ts';
import { pieceSpan, piecesOf, sparkPiece } from '../../core/spark/layout.ts';
import { useSight } from '../controls/Sight.tsx';
import { draw } from '../report/drawing.ts';
import { RULER, Ruler } from '../report/Ruler.tsx';
import { openPart, useView } from '../report/view.ts';
import { Handle } from './resizing.tsx';

const MARGIN = 24;
/** Height of what stands above the sheet: the room at the top, and the ruler. */
const ABOVE = 16 + RULER;
/** Pieces drawn above and below what is seen. */
const SPARE = 1;

interface PieceProps {
  geometry: SparkGeometry;
  index: number;
  /** pixels of a point on the screen */
  times: number;
}

/** Some rows of a spark table, drawn only when they are near what is seen. */
const Piece = memo(function Piece({ geometry, index, times }: PieceProps) {
  const host = useRef<HTMLDivElement>(null);
  const { top, bottom } = pieceSpan(geometry, index);
  useLayoutEffect(() => {
    if (host.current) draw(host.current, svgPieces(sparkPiece(geometry, index), { interactive: true }));
  }, [geometry, index]);
  return (
    <div
      ref={host}
      className="absolute left-0 contain-strict [&>svg]:block [&>svg]:h-full [&>svg]:w-full"
      style={{ top: top * times, width: geometry.width * times, height: (bottom - top) * times }}
    />
  );
});

interface SparkSheetProps {
  geometry: SparkGeometry;
  /** pixels of a millimetre on the screen; null until the room is known */
  scale: number | null;
  part: Part | null;
  onRoom(width: number): void;
  /** sizes while they are dragged, by column, or of the rows */
  onPreview(sizes: { column?: string; width?: number; rowHeight?: number } | null): void;
  onWidth(column: string, width: number): void;
  onRowHeight(height: number): void;
}

interface HandlesProps extends Pick<SparkSheetProps, 'geometry' | 'onPreview' | 'onWidth' | 'onRowHeight'> {
  scale: number;
  /** pixels of a point */
  times: number;
}

/** Where columns and rows are dragged wider and higher. */
function Handles({ geometry, scale, times, onPreview, onWidth, onRowHeight }: HandlesProps) {
  return (
    <>
      {geometry.slots
        .filter(({ kind }) => kind !== 'source')
        .map((slot) => {
          const { spec } = slot.column;
          const natural = (slot.kind === 'sparkline' ? slot.cellWidth : slot.width) / POINTS_PER_MM;
          return (
            <Handle
              key={slot.id}
              label={`Width of column ${slot.title || slot.id}, millimetres`}
              size={('width' in spec && spec.width) || Math.round(natural * 2) / 2}
              least={6}
              most={200}
              along="x"
              scale={scale}
              style={{
                left: (slot.left + slot.width + 5) * times - 3,
                top: (geometry.headsBottom + 4) * times,
                width: 6,
                height: (geometry.headBottom - geometry.headsBottom - 4) * times,
              }}
              onPreview={(width) => onPreview(width === null ? null : { column: slot.id, width })}
              onCommit={(width) => onWidth(slot.id, width)}
            />
          );
        })}
      <Handle
        label="Height of the rows, millimetres"
        size={geometry.resolved.spec.rowHeight}
        least={3}
        most={40}
        along="y"
        scale={scale}
        style={{ left: 0, top: (geometry.headBottom + geometry.pitch) * times - 3, width: 10 * times - 2, height: 6 }}
        onPreview={(rowHeight) => onPreview(rowHeight === null ? null : { rowHeight })}
        onCommit={onRowHeight}
      />
    </>
  );
}

/** A spark table at its printed size times a zoom that fits the window, under a millimetre ruler; rows are drawn as they are scrolled to. */
export function SparkSheet({ geometry, scale, part, onRoom, onPreview, onWidth, onRowHeight }: SparkSheetProps) {
  const desk = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const sight = useSight();
  // Remembered, for asking the page would make it lay everything out in the midst of a redraw.
  const room = useRef({ scrolled: 0, height: 0 });
  const [seen, setSeen] = useState({ from: 0, to: 0 });
  const times = (scale ?? 4) / POINTS_PER_MM;
  const count = piecesOf(geometry);
  const look = useCallback(() => {
    const { scrolled, height } = room.current;
    const [top, bottom] = [scrolled - ABOVE, scrolled - ABOVE + height].map((y) => y / times);
    const isSeen = (index: number) => {
      const span = pieceSpan(geometry, index);
      return span.bottom >= (top ?? 0) && span.top <= (bottom ?? 0);
    };
    // All pieces but the first and the last are as high as each other.
    const span = pieceSpan(geometry, Math.min(1, count - 1));
    const guess = Math.floor(((top ?? 0) - geometry.headBottom) / Math.max(1, span.bottom - span.top));
    let from = Math.max(0, Math.min(count - 1, guess - 1));
    while (from < count - 1 && !isSeen(from)) from++;
    let to = from;
    while (to < count - 1 && isSeen(to + 1)) to++;
    const next = { from: Math.max(0, from - SPARE), to: Math.min(count - 1, to + SPARE) };
    setSeen((before) => (before.from === next.from && before.to === next.to ? before : next));
  }, [geometry, count, times]);
  useLayoutEffect(look, [look]);
  useLayoutEffect(() => {
    const element = desk.current;
    if (!element) return;
    const observer = new ResizeObserver(() => {
      room.current.height = element.clientHeight;
      onRoom(element.clientWidth - 2 * MARGIN);
      look();
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [look, onRoom]);
  const open = (target: EventTarget, y: number | null) => {
    const found = (target instanceof Element ? target.closest('[data-part]') : null)?.getAttribute('data-part');
    if (found) openPart(found as Part);
    const box = sheet.current?.getBoundingClientRect();
    if (y === null || !box) return;
    const { rows, records } = geometry.resolved.data;
    const row = rows[Math.floor(((y - box.top) / times - geometry.headBottom) / geometry.pitch)];
    if (row?.kind === 'record') useView.setState({ sparkRow: records[row.index]?.key ?? null });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    if (!(event.target instanceof Element) || !event.target.closest('[data-part]')) return;
    event.preventDefault();
    open(event.target, null);
  };
  const chosen = part?.startsWith('column:') ? part.slice('column:'.length) : null;
  const own = geometry.slots.filter(({ id }) => chosen !== null && (id === chosen || id.startsWith(`${chosen}~`)));
  const [first, last] = [own[0], own.at(-1)];
  return (
    <div
      ref={desk}
      className="relative min-h-0 flex-1 overflow-auto bg-desk"
      data-testid="desk"
      onScroll={(event) => {
        room.current.scrolled = event.currentTarget.scrollTop;
        look();
      }}
    >
      <div className="mx-auto w-fit px-6 pt-4 pb-6">
        {scale !== null && <Ruler width={geometry.width / POINTS_PER_MM} scale={scale} />}
        {/* biome-ignore lint/a11y/noStaticElementInteractions: the parts inside are the buttons; this listens for all of them */}
        <div
          ref={sheet}
          className="sheet relative bg-white shadow-[0_2px_14px_rgba(60,45,30,0.16)]"
          style={{ width: geometry.width * times, height: geometry.height * times, ...sight }}
          onClick={(event: MouseEvent) => open(event.target, event.clientY)}
          onKeyDown={onKeyDown}
        >
          {scale !== null &&
            Array.from({ length: seen.to - seen.from + 1 }, (_, at) => seen.from + at)
              .filter((index) => index < count)
              .map((index) => <Piece key={index} geometry={geometry} index={index} times={times} />)}
          {first && last && (
            <div
              aria-hidden="true"
              className="pointer-events-none absolute rounded-sm bg-[#5b3a63]/[0.07]"
              style={{
                left: (first.left - 5) * times,
                width: (last.left + last.width - first.left + 10) * times,
                top: (geometry.headsBottom + 2) * times,
                height: (rowTop(geometry, 0) - geometry.headsBottom - 2) * times,
              }}
            />
          )}
          {scale !== null && <Handles {...{ geometry, scale, times, onPreview, onWidth, onRowHeight }} />}
        </div>
      </div>
    </div>
  );
}
