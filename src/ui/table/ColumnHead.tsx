import { createContext, useContext } from 'react';
import { HeadCard } from './HeadCard.tsx';

/** Which columns are chosen to be drawn, and choosing them. */
export interface Drawing {
  /** keys of the columns that could be drawn */
  able: readonly string[];
  keys: readonly string[];
  tick(key: string, ticked: boolean): void;
}

export const DrawnColumns = createContext<Drawing>({ able: [], keys: [], tick: () => undefined });

/** What stands beside the title of a column: whether it is drawn, and what it is. */
export function ColumnHead({ column, title }: { column: string; title: string }) {
  const { able, keys, tick } = useContext(DrawnColumns);
  return (
    <>
      {able.includes(column) && (
        <input
          type="checkbox"
          className="checkbox checkbox-xs order-first border-[#6e6574]"
          aria-label={`Choose ${title}`}
          title="Draw it in the glance and in a new figure"
          checked={keys.includes(column)}
          onChange={(event) => tick(column, event.target.checked)}
        />
      )}
      <HeadCard column={column} title={title} />
    </>
  );
}
