/** PNG pictures of a scene (Node only). */
import { crc32 } from 'node:zlib';
import { Resvg } from '@resvg/resvg-js';
import type { Scene } from '../core/scene/scene.ts';
import { toSvg } from '../core/scene/svg.ts';
import { outlineText } from './outlines.ts';

const SIGNATURE_AND_HEADER = 8 + 25;

/** A PNG chunk that states the pixels per metre, so that the picture keeps its size in print. */
function resolutionChunk(dpi: number): Buffer {
  const chunk = Buffer.alloc(21);
  const perMetre = Math.round(dpi / 0.0254);
  chunk.writeUInt32BE(9, 0);
  chunk.write('pHYs', 4, 'latin1');
  chunk.writeUInt32BE(perMetre, 8);
  chunk.writeUInt32BE(perMetre, 12);
  chunk.writeUInt8(1, 16);
  chunk.writeUInt32BE(crc32(chunk.subarray(4, 17)), 17);
  return chunk;
}

/** Draws a scene at a resolution in dots per inch; text is outlined, so no installed font matters. */
export function toPng(scene: Scene, dpi = 300): Buffer {
  const svg = toSvg(scene, { outline: outlineText });
  const width = Math.round((scene.widthMm / 25.4) * dpi);
  const picture = new Resvg(svg, { fitTo: { mode: 'width', value: width }, font: { loadSystemFonts: false } });
  const png = picture.render().asPng();
  // The resolution stands right after the header chunk, before any picture data.
  const head = png.subarray(0, SIGNATURE_AND_HEADER);
  return Buffer.concat([head, resolutionChunk(dpi), png.subarray(SIGNATURE_AND_HEADER)]);
}
