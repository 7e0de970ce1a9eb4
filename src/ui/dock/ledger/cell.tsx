/** What all cells of a ledger row share. */
import type { ReactNode } from 'react';
import type { Look } from '../../../core/figure/look.ts';
import type { FigureSpec, Line } from '../../../core/figure/spec.ts';
import type { HouseStyle } from '../../../core/style/style.ts';
import type { Table } from '../../../core/table/column.ts';
import { run } from '../../state/store.ts';

export interface CellProps {
  figure: FigureSpec;
  table: Table;
  line: Line;
  name: string;
  style: HouseStyle;
  /** the lines that a change is for */
  targets: string[];
}

/** The face of a cell that opens its sentences. */
export const CELL = 'flex min-h-7 max-w-full items-center gap-1.5 rounded px-1 text-left hover:bg-base-200';

type LookChange = Partial<Omit<Look, 'markers' | 'values'>> & {
  markers?: Partial<Look['markers']>;
  values?: Partial<Look['values']>;
};

/** Changes the look of the lines that a cell is for. */
export const style = ({ figure, targets }: CellProps, change: LookChange) =>
  run('figure.styleLines', { figure: figure.id, lines: targets, ...change });

/** Says for how many lines a change is, where they are several. */
export const many = ({ targets }: CellProps): ReactNode =>
  targets.length > 1 && <p className="text-[13px] text-quiet">For the {targets.length} chosen lines.</p>;

const SHOWN = [
  'id',
  'lines',
  'marks',
  'names',
  'table',
  'across',
  'window',
  'leftAxis',
  'rightAxis',
  'panels',
] as const;

/** Whether the ledger shows the same of two figures, so that a change of the rest (a label plan, a size) leaves it alone. */
export const isLedgerSame = (a: FigureSpec, b: FigureSpec) => SHOWN.every((key) => a[key] === b[key]);
