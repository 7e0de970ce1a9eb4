import type { DressedEmphasis } from './emphasis.ts';

/** Where a sparkline is drawn, points. */
export interface CellBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** The first rule that holds at each emphasised index. */
export type Marked = ReadonlyMap<number, DressedEmphasis>;
