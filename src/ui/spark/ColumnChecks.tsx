import type { Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { Popover } from '../controls/Popover.tsx';

interface ColumnChecksProps {
  /** what is chosen, said aloud before the count */
  label: string;
  face: string;
  table: Table;
  /** keys of the number columns that are chosen; the last one left cannot be taken out */
  chosen: readonly string[];
  onChoose(keys: string[]): void;
}

/** Number columns of a table, each in or out, kept in the table's order. */
export function ColumnChecks({ label, face, table, chosen, onChoose }: ColumnChecksProps) {
  const numbers = table.columns.filter(({ kind }) => kind === 'number');
  const order = numbers.map(({ key }) => key);
  return (
    <Popover label={`${label}: ${chosen.length} of ${numbers.length}`} face={face} className="phrase" width="w-72">
      <ul>
        {numbers.map(({ key, title }) => (
          <li key={key}>
            <label className="flex items-center gap-2 leading-7">
              <input
                type="checkbox"
                className="checkbox checkbox-xs rounded-sm checkbox-primary"
                checked={chosen.includes(key)}
                disabled={chosen.length === 1 && chosen[0] === key}
                onChange={({ target }) =>
                  onChoose(order.filter((other) => (other === key ? target.checked : chosen.includes(other))))
                }
              />
              {readTitle(title).name}
            </label>
          </li>
        ))}
      </ul>
    </Popover>
  );
}
