/** PNG pictures of a scene (Node only), drawn and packed beside the main thread. */
import { type ResvgRenderOptions, renderAsync } from '@resvg/resvg-js';
import type { Scene } from '../core/scene/scene.ts';
import { svgPieces, toSvg } from '../core/scene/svg.ts';
import { outlineText } from './outlines.ts';
import { writePng } from './png-writer.ts';

// Text is outlined, so no installed font matters.
const OPTIONS: ResvgRenderOptions = { font: { loadSystemFonts: false } };
/** So many strips are drawn at once. */
const AT_ONCE = 2;

/** Draws a scene at a resolution in dots per inch. */
export async function toPng(scene: Scene, dpi = 300): Promise<Buffer> {
  const svg = toSvg(scene, { outline: outlineText });
  const value = Math.round((scene.widthMm / 25.4) * dpi);
  const { width, height, pixels } = await renderAsync(svg, { ...OPTIONS, fitTo: { mode: 'width', value } });
  return writePng({ width, height, dpi, opaque: false }, [Promise.resolve(pixels)]);
}

/** A scene that is one of several which stand under each other, all of one width. */
interface Strip {
  /** where it begins and ends in the whole, points */
  top: number;
  bottom: number;
  /** a scene that holds it, and where that begins */
  drawn(): { scene: Scene; top: number };
}

/**
 * Draws scenes that stand under each other as one picture, some at a time, so
 * that a very long one takes no more memory than its file. `width` in points.
 * Each point is drawn where it would be if all were one.
 */
export async function stripsPng(strips: readonly Strip[], width: number, dpi: number): Promise<Buffer> {
  const perPoint = dpi / 72;
  const across = Math.round(width * perPoint);
  const rowOf = (y: number) => Math.round(y * perPoint);
  const draw = async ({ top, bottom, drawn }: Strip): Promise<Buffer> => {
    const [from, to] = [rowOf(top), rowOf(bottom)];
    const { scene, top: start } = drawn();
    const { nodes } = svgPieces(scene, { outline: outlineText });
    const box = `0 ${from / perPoint - start} ${width} ${(to - from) / perPoint}`;
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${across}" height="${to - from}" viewBox="${box}" preserveAspectRatio="none">${nodes.join('')}</svg>`;
    return (await renderAsync(svg, { ...OPTIONS, background: '#ffffff' })).pixels;
  };
  async function* parts(): AsyncGenerator<Buffer> {
    const drawing: Promise<Buffer>[] = [];
    for (const strip of strips) {
      const next = draw(strip);
      // What goes wrong is told when its turn comes.
      next.catch(() => undefined);
      drawing.push(next);
      if (drawing.length > AT_ONCE) yield (await drawing.shift()) ?? Buffer.alloc(0);
    }
    for (const rest of drawing) yield await rest;
  }
  const height = rowOf(strips.at(-1)?.bottom ?? 0);
  return writePng({ width: across, height, dpi, opaque: true }, parts());
}
