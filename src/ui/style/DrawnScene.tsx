import { useLayoutEffect, useMemo, useRef } from 'react';
import { type Scene, textsOf } from '../../core/scene/scene.ts';
import { svgPieces } from '../../core/scene/svg.ts';
import { useLetters } from '../letters/wanted.ts';
import { draw } from '../report/drawing.ts';

/** A scene in the page, in the page's own typefaces, so wide in pixels where there is room; of one that was drawn before only what differs changes. */
export function DrawnScene({ scene, width, label }: { scene: Scene; width: number; label: string }) {
  useLetters(() => textsOf(scene.nodes), scene);
  const host = useRef<HTMLDivElement>(null);
  const pieces = useMemo(() => svgPieces(scene), [scene]);
  useLayoutEffect(() => {
    if (host.current) draw(host.current, pieces);
  }, [pieces]);
  return (
    <div
      ref={host}
      role="img"
      aria-label={label}
      style={{ width, maxWidth: '100%', aspectRatio: `${scene.widthMm} / ${scene.heightMm}` }}
      className="[&>svg]:h-full [&>svg]:w-full"
    />
  );
}
