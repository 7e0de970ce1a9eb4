/** Widths on a page, in millimetres. */
import { type Dressed, dress } from '../style/by-house.ts';
import { sidesOf } from '../style/pages.ts';
import type { HouseStyle } from '../style/style.ts';
import { type BlockOf, PageSettings } from './manuscript.ts';

/** How the pages of a report are set: as it says itself, and else as its house does. */
export const pagesOf = (settings: PageSettings, style: HouseStyle): Dressed<PageSettings> =>
  dress(PageSettings, settings, 'manuscript', style);

export interface PageGeometry {
  width: number;
  height: number;
  /** of the whole text, and of one of its columns */
  text: number;
  column: number;
  /** between two columns */
  gap: number;
  /** as wide as the paper lets them be */
  margins: Record<'top' | 'bottom' | 'inner' | 'outer', number>;
}

/** Two margins that leave room for text between them. */
function within(one: number, other: number, side: number): [number, number] {
  const share = Math.min(1, Math.max(0, side - LEAST_TEXT) / Math.max(1, one + other));
  return [one * share, other * share];
}

/** What reaches beyond the text keeps so far from the edges of the paper. */
const EDGE = 10;
/** Room between two things side by side. */
export const BESIDE = 5;
/** No text, and no column of one, is narrower than this. */
const [LEAST_TEXT, LEAST_COLUMN] = [30, 12];
/** Nothing is placed narrower than this. */
const LEAST_PLACED = 5;

export function pageGeometry(settings: PageSettings, style: HouseStyle): PageGeometry {
  const { paper, margins, columns } = pagesOf(settings, style);
  const { width, height } = sidesOf(paper);
  const [inner, outer] = within(margins.inner, margins.outer, width);
  const [top, bottom] = within(margins.top, margins.bottom, height);
  const text = width - inner - outer;
  const gap = Math.min(style.pages.gap, text - 2 * LEAST_COLUMN);
  return {
    width,
    height,
    text,
    column: columns === 1 ? text : (text - gap) / 2,
    gap,
    margins: { top, bottom, inner, outer },
  };
}

/** How wide each of the things of a block is set; null as wide as it is by itself. */
export function placedWidth(block: Pick<BlockOf<'figure'>, 'width' | 'things'>, page: PageGeometry): number | null {
  const { width, things } = block;
  if (width === 'own' && things.length === 1) return null;
  const whole =
    typeof width === 'number'
      ? Math.min(width, page.width - 2 * EDGE)
      : width === 'page'
        ? page.width - 2 * EDGE
        : width === 'column'
          ? page.column
          : page.text;
  return Math.max(LEAST_PLACED, (whole - BESIDE * (things.length - 1)) / Math.max(1, things.length));
}

/** What is not laid out anew is never higher than the page without so much of it. */
const NOT_TEXT = 60;

/** Whether what stands so wide reaches over the columns of a page. */
export const isOverColumns = (
  { width }: Pick<BlockOf<'figure'>, 'width'>,
  whole: number,
  page: PageGeometry,
): boolean => width !== 'column' && whole > page.column + 0.01;

/**
 * A thing as large as it stands on a page, in millimetres. What cannot be laid
 * out anew for its width is set smaller where it is too wide or too high.
 */
export function sizeOnPage(
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  block: Pick<BlockOf<'figure'>, 'width' | 'things'>,
  page: PageGeometry,
): { width: number; height: number; share: number } {
  const { width } = block;
  const room = width === 'column' ? page.column : page.text;
  const most = typeof width === 'number' || width === 'page' ? page.width - 2 * EDGE : room;
  const share = Math.min(1, (placedWidth(block, page) ?? most) / widthMm, (page.height - NOT_TEXT) / heightMm);
  return { width: widthMm * share, height: heightMm * share, share };
}
