import type { DressedAxis } from '../../core/figure/spec.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';

export const GRIDS = [
  { value: 'none', name: 'nowhere' },
  { value: 'major', name: 'at major ticks' },
  { value: 'minor', name: 'at minor ticks too' },
] as const;

export const GRID_PATTERNS = [
  { value: 'solid', name: 'solid' },
  { value: 'dashes', name: 'dashed' },
  { value: 'dots', name: 'dotted' },
] as const;

type Grid = Pick<DressedAxis, 'grid' | 'gridPattern' | 'gridWeight'>;

interface GridWordsProps {
  /** whose grid it is, such as "the left axis" */
  of: string;
  grid: Grid;
  set(change: Partial<Grid>): string | null;
}

/** At which ticks of an axis grid lines stand, in which pattern and how heavy. */
export function GridWords({ of, grid, set }: GridWordsProps) {
  return (
    <>
      <PhraseChoice
        label={`Grid of ${of}`}
        value={grid.grid}
        options={GRIDS}
        onCommit={(chosen) => set({ grid: chosen })}
      />
      {grid.grid !== 'none' && (
        <>
          <PhraseChoice
            label={`Pattern of the grid of ${of}`}
            value={grid.gridPattern}
            options={GRID_PATTERNS}
            onCommit={(gridPattern) => set({ gridPattern })}
          />
          <PhraseNumber
            label={`Weight of the grid of ${of}, points`}
            value={grid.gridWeight}
            automatic="house weight"
            onCommit={(gridWeight) => set({ gridWeight })}
          />
          {grid.gridWeight === null ? '' : 'pt'}
        </>
      )}
    </>
  );
}
