import { useState } from 'react';
import { numbersNamed } from '../../core/table/choose.ts';
import type { Table } from '../../core/table/column.ts';
import { listed } from '../../core/table/words.ts';
import { Popover } from '../controls/Popover.tsx';

interface TickingProps {
  table: Table;
  /** key of the column that runs across */
  across: string;
  /** keys of the columns that are ticked */
  keys: readonly string[];
  /** null leaves the choice to the table */
  onTick(keys: readonly string[] | null): void;
}

/** How many columns are drawn, and ticking all, none, or those with some words in their titles. */
export function Ticking({ table, across, keys, onTick }: TickingProps) {
  const all = numbersNamed(table, across, '');
  if (all.length < 2) return null;
  const button = (say: string, wanted: readonly string[] | null) => (
    <button type="button" className="btn btn-xs" onClick={() => onTick(wanted)}>
      {say}
    </button>
  );
  return (
    <span>
      <Popover
        label={`Columns to draw: ${keys.length} of ${all.length}`}
        title="Which columns are drawn in the glance and in a new figure"
        className="phrase"
        face={`${keys.length} of ${all.length}`}
        placement="bottom-start"
        width="w-80"
      >
        <div className="flex flex-col gap-2.5">
          <div className="flex flex-wrap gap-1.5">
            {button('All of them', all)}
            {button('None', [])}
            {button('Rizo’s choice', null)}
          </div>
          <ByTitle table={table} across={across} onTick={onTick} />
        </div>
      </Popover>{' '}
      drawn
    </span>
  );
}

/** Ticks the columns whose titles hold some words. */
function ByTitle({ table, across, onTick }: Omit<TickingProps, 'keys'>) {
  const [words, setWords] = useState('');
  const found = numbersNamed(table, across, words);
  const titles = table.columns.filter(({ key }) => found.includes(key)).map(({ title }) => title);
  const isAsked = words.trim() !== '';
  return (
    <form
      className="flex flex-col gap-1.5 border-t border-rule pt-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (isAsked && found.length > 0) onTick(found);
      }}
    >
      <label className="flex items-baseline gap-1.5">
        Those with
        <input
          className="input input-sm min-w-0 flex-1"
          aria-label="Words in the titles of the columns to draw"
          placeholder="isles, *2025"
          autoComplete="off"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <button type="submit" className="btn btn-sm" disabled={!isAsked || found.length === 0}>
          Tick {isAsked ? found.length : ''}
        </button>
      </label>
      <p className="text-[13px] text-quiet" role="status">
        {!isAsked
          ? 'Separate several with commas; * stands for any letters.'
          : found.length > 0
            ? listed(titles, 4)
            : 'No number column has that name.'}
      </p>
    </form>
  );
}
