/** What all cells of a ledger row share. */
import type { ReactNode } from 'react';
import type { Look } from '../../../core/figure/look.ts';
import type { DressedFigure, DressedLine } from '../../../core/figure/spec.ts';
import { chosenColour } from '../../../core/style/by-house.ts';
import { colourNamed } from '../../../core/style/names.ts';
import type { HouseStyle } from '../../../core/style/style.ts';
import type { Table } from '../../../core/table/column.ts';
import { run } from '../../state/store.ts';

export interface CellProps {
  figure: DressedFigure;
  table: Table;
  line: DressedLine;
  name: string;
  style: HouseStyle;
  /** the lines that a change is for */
  targets: string[];
}

/** The cells whose sentences unfold below their row. */
export type CellName = 'stroke' | 'markers' | 'values' | 'emphasis';

interface CellFaceProps {
  /** what it sets and how that is set, said aloud */
  label: string;
  isOpen: boolean;
  onToggle(): void;
  children: ReactNode;
}

/** The face of a cell: what is set, in short; a click unfolds its sentences below the row, and another folds them. */
export const CellFace = ({ label, isOpen, onToggle, children }: CellFaceProps) => (
  <button
    type="button"
    aria-label={label}
    aria-expanded={isOpen}
    className="flex min-h-7 max-w-full items-center gap-1 overflow-hidden rounded px-1 text-left hover:bg-base-200 aria-expanded:bg-base-100 aria-expanded:outline-1 aria-expanded:outline-primary"
    onClick={onToggle}
  >
    {children}
  </button>
);

export interface FaceProps extends CellProps {
  isOpen: boolean;
  onToggle(): void;
}

type LookChange = Partial<Omit<Look, 'markers' | 'values'>> & {
  markers?: Partial<Look['markers']>;
  values?: Partial<Look['values']>;
};

/** Changes the look of the lines that a cell is for. */
export const style = (props: CellProps, change: LookChange) =>
  run('figure.styleLines', { figure: props.figure.id, lines: props.targets, ...change, ...colourIn(props, change) });

/** A colour that is chosen from the palette follows the style, but not where the name of a line would bring its own. */
function colourIn({ name, style: house }: CellProps, { colour }: LookChange): Pick<LookChange, 'colour'> {
  if (typeof colour !== 'string' || colourNamed(house, name) !== null) return {};
  return { colour: chosenColour(house, colour) };
}

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
export const isLedgerSame = (a: DressedFigure, b: DressedFigure) => SHOWN.every((key) => a[key] === b[key]);
