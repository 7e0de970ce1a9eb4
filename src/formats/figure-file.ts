/** A figure as a file to hand off (Node only). */

import type { FigureLayout } from '../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../core/figure/resolve.ts';
import type { FigureSpec } from '../core/figure/spec.ts';
import { textsOf } from '../core/scene/scene.ts';
import { toSvg } from '../core/scene/svg.ts';
import type { HouseStyle } from '../core/style/style.ts';
import type { Locale } from '../core/text/locale.ts';
import { fontFacesOf } from './embed.ts';
import { asPage, mayCarry, outlineText } from './outlines.ts';

export const FIGURE_FORMATS = ['svg', 'svg-outlines', 'png', 'pdf', 'html', 'csv', 'spec'] as const;
export type FigureFormat = (typeof FIGURE_FORMATS)[number];

export interface FigureFile {
  body: string | Buffer;
  mime: string;
  extension: string;
}

/** A figure that was joined with its table and laid out. */
export interface LaidFigure {
  /** as it is kept, with what follows the house; what is drawn, where it is left out */
  spec?: FigureSpec;
  figure: ResolvedFigure;
  layout: FigureLayout;
  style: HouseStyle;
  locale: Locale;
}

export interface FileWish {
  /** resolution of a PNG */
  dpi?: number;
  /** texts of a CSV stay as they are, also where a spreadsheet would take them for formulas */
  exact?: boolean;
}

/** Writes a figure in a format; what only one of them needs is loaded for it. Throws a Refusal where it is too large for it. */
export async function figureFile(format: FigureFormat, laid: LaidFigure, wish: FileWish = {}): Promise<FigureFile> {
  const { figure, layout, locale, style } = laid;
  const { scene } = layout;
  switch (format) {
    case 'svg':
      return {
        body: toSvg(
          scene,
          mayCarry(style) ? { fontFaces: await fontFacesOf(textsOf(scene.nodes)) } : { outline: outlineText },
        ),
        mime: 'image/svg+xml',
        extension: 'svg',
      };
    case 'svg-outlines':
      return { body: toSvg(scene, { outline: outlineText }), mime: 'image/svg+xml', extension: 'svg' };
    case 'png': {
      const { toPng } = await import('./png.ts');
      return { body: await toPng(scene, wish.dpi), mime: 'image/png', extension: 'png' };
    }
    case 'pdf': {
      const { toPdf } = await import('./pdf.ts');
      const { widthMm, heightMm, title, description } = scene;
      const sheet = { widthMm, heightMm, title, alternative: description, locale };
      return {
        body: toPdf({ ...sheet, svg: toSvg(scene, asPage(style)), texts: textsOf(scene.nodes) }),
        mime: 'application/pdf',
        extension: 'pdf',
      };
    }
    case 'html': {
      const { figurePage } = await import('./figure-page.ts');
      return { body: await figurePage(laid), mime: 'text/html; charset=utf-8', extension: 'html' };
    }
    case 'csv': {
      const { figureCsv } = await import('./figure-csv.ts');
      return { body: figureCsv(figure, wish.exact ?? false), mime: 'text/csv; charset=utf-8', extension: 'csv' };
    }
    case 'spec':
      return {
        body: `${JSON.stringify(laid.spec ?? figure.spec, null, 2)}\n`,
        mime: 'application/json',
        extension: 'json',
      };
  }
}
