import { type RefObject, useCallback, useEffect, useMemo, useState } from 'react';
import { pageGeometry, placedWidth } from '../../core/document/geometry.ts';
import type { PageOutline } from '../../core/document/outline.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';
import { useSight } from '../controls/Sight.tsx';
import { show } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { DrawnScene } from '../style/DrawnScene.tsx';
import { useGalley } from './galley-state.ts';
import type { SetPagesState } from './set-pages.ts';

/** Pixels between pages. */
const GAP = 18;

interface PagesPaneProps {
  set: SetPagesState;
  scroller: RefObject<HTMLDivElement | null>;
  /** told where a page was clicked: the block that begins there or before */
  onBlock(id: string): void;
  onScroll(): void;
}

/** Figures and spark tables of a page, drawn where the page has room for them. */
function Things({
  outline,
  page,
  scale,
  sources,
}: {
  outline: PageOutline;
  page: number;
  scale: number;
  sources: ReportSources;
}) {
  const manuscript = useReport((state) => state.report.manuscript);
  const geometry = pageGeometry(manuscript.pages, sources.style);
  return outline.things
    .filter((thing) => thing.page === page)
    .map(({ block: id, item, x, y, width, height }) => {
      const block = manuscript.blocks.find((one) => one.id === id);
      const placed = block?.type === 'figure' ? sources.draw(item, placedWidth(block, geometry)) : null;
      return (
        <button
          key={`${id} ${item}`}
          type="button"
          title="Open it"
          className="absolute cursor-pointer overflow-hidden hover:outline hover:outline-2 hover:outline-primary/40"
          style={{ left: x * scale, top: y * scale, width: width * scale, height: height * scale }}
          onClick={() => show({ kind: 'item', id: item })}
        >
          {placed && <DrawnScene scene={placed.scene} width={width * scale} label={placed.description} />}
        </button>
      );
    });
}

/** The pages as they are printed, those in sight drawn. */
export function PagesPane({ set, scroller, onBlock, onScroll }: PagesPaneProps) {
  const { outline, pages, error, isBehind, want } = set;
  const sources = useGalley((state) => state.sources);
  const sight = useSight();
  const [room, setRoom] = useState(0);
  useEffect(() => {
    const { current } = scroller;
    if (!current) return;
    const watch = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    watch.observe(current);
    return () => watch.disconnect();
  }, [scroller]);
  const scale = outline && room > 0 ? Math.min(1.6, (room - 40) / outline.width) : 0;
  const pitch = outline && scale > 0 ? outline.height * scale + GAP : 0;
  const look = useCallback(() => {
    const { current } = scroller;
    if (!current || pitch === 0 || !outline) return;
    const from = Math.max(1, Math.floor(current.scrollTop / pitch) + 1);
    const to = Math.min(outline.count, Math.floor((current.scrollTop + current.clientHeight) / pitch) + 1);
    want(from, Math.max(from, to));
  }, [scroller, pitch, outline, want]);
  useEffect(look, [look]);
  const numbers = useMemo(() => Array.from({ length: outline?.count ?? 0 }, (_, at) => at + 1), [outline]);
  return (
    <div
      ref={scroller}
      className="min-h-0 flex-1 overflow-y-auto bg-desk"
      aria-busy={isBehind}
      onScroll={() => {
        look();
        onScroll();
      }}
    >
      {error && (
        <p role="alert" className="p-6">
          {error}
        </p>
      )}
      {!outline && !error && (
        <p role="status" className="p-6 text-quiet">
          Setting the pages …
        </p>
      )}
      {outline &&
        numbers.map((page) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: what a click does, the caret does in the galley
          // biome-ignore lint/a11y/useKeyWithClickEvents: likewise
          <div
            key={page}
            data-page={page}
            className="relative mx-auto bg-white shadow-[0_1px_6px_rgba(60,45,30,0.18)]"
            style={{ width: outline.width * scale, height: outline.height * scale, marginTop: GAP, ...sight }}
            onClick={(event) => {
              const box = event.currentTarget.getBoundingClientRect();
              const y = (event.clientY - box.top) / scale;
              const before = outline.blocks.filter((block) => block.page === page && block.y <= y + 4).at(-1);
              if (before) onBlock(before.id);
            }}
          >
            {pages.has(page) ? (
              <img src={pages.get(page)} alt={`Page ${page}`} className="h-full w-full" />
            ) : (
              <span className="absolute inset-0 flex items-center justify-center text-quiet">{page}</span>
            )}
            {sources && pages.has(page) && <Things outline={outline} page={page} scale={scale} sources={sources} />}
          </div>
        ))}
    </div>
  );
}
