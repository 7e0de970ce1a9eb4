import type { DressedMark, DressedMarkOf } from '../../core/figure/marks.ts';
import type { DressedFigure } from '../../core/figure/spec.ts';
import type { Column, Table } from '../../core/table/column.ts';
import { same } from '../controls/words.tsx';

/** What the sentence of a mark is given. */
export interface MarkProps<Kind extends DressedMark['kind']> {
  figure: DressedFigure;
  table: Table;
  across: Column | undefined;
  mark: DressedMarkOf<Kind>;
  /** the panels it can stand in; empty where there is one plot */
  panels: readonly { value: string; name: string }[];
  /** takes the place of the mark */
  set(mark: DressedMarkOf<Kind>): string | null;
}

export const SIDES = same(['left', 'right'] as const);
