/** Where everything came to stand on pages that were set. */

/** A place on a page: which one, from 1, and points from its left and upper edge. */
export interface PlaceOnPage {
  page: number;
  x: number;
  y: number;
}

export interface PageOutline {
  /** how many pages there are, and how large each is, points */
  count: number;
  width: number;
  height: number;
  /** the beginnings of blocks, in their order on the pages */
  blocks: ({ id: string } & PlaceOnPage)[];
  /** upper left corners of figures and spark tables, with their sizes in points */
  things: ({ block: string; item: string; width: number; height: number } & PlaceOnPage)[];
}

/** Pages as they are sent: where everything stands, and some of them as SVG, by their numbers. */
export interface PagesSent {
  revision: number;
  outline: PageOutline;
  pages: Record<number, string>;
}
