/** A figure as a file to hand off (Node only). */
import type { FigureSpec } from '../core/figure/spec.ts';
import { type Scene, textsOf } from '../core/scene/scene.ts';
import { toSvg } from '../core/scene/svg.ts';
import { fontFacesOf } from './embed.ts';
import { outlineText } from './outlines.ts';
import { toPng } from './png.ts';

export const FIGURE_FORMATS = ['svg', 'svg-outlines', 'png', 'spec'] as const;
export type FigureFormat = (typeof FIGURE_FORMATS)[number];

export interface FigureFile {
  body: string | Buffer;
  mime: string;
  extension: string;
}

/** Writes a figure in a format: SVG with embedded fonts, SVG with outlined text, PNG, or its spec. */
export async function figureFile(format: FigureFormat, spec: FigureSpec, scene: Scene, dpi = 300): Promise<FigureFile> {
  switch (format) {
    case 'svg':
      return {
        body: toSvg(scene, { fontFaces: await fontFacesOf(textsOf(scene.nodes)) }),
        mime: 'image/svg+xml',
        extension: 'svg',
      };
    case 'svg-outlines':
      return { body: toSvg(scene, { outline: outlineText }), mime: 'image/svg+xml', extension: 'svg' };
    case 'png':
      return { body: toPng(scene, dpi), mime: 'image/png', extension: 'png' };
    case 'spec':
      return { body: `${JSON.stringify(spec, null, 2)}\n`, mime: 'application/json', extension: 'json' };
  }
}
