import type { Table } from '../../core/table/column.ts';
import { useFindings } from './useFindings.ts';

interface RemarksStripProps {
  table: Table;
  onNextUnread(): void;
  hasUnread: boolean;
}

/** What was understood when the table came in, and what is wrong with its cells now. */
export function RemarksStrip({ table, onNextUnread, hasUnread }: RemarksStripProps) {
  const findings = useFindings(table);
  const remarks = [...(findings ?? []), ...table.remarks];
  return (
    <div className="flex flex-col gap-2 px-4 py-3">
      {hasUnread && (
        <p className="flex flex-wrap items-center gap-2">
          Some cells could not be read as their column’s kind and count as missing.
          <button type="button" className="btn btn-sm" onClick={onNextUnread}>
            Go to the next one
          </button>
          <span className="text-quiet">
            <kbd className="kbd kbd-sm">Alt N</kbd> next, <kbd className="kbd kbd-sm">Alt Shift N</kbd> previous
          </span>
        </p>
      )}
      {findings === null && (
        <p role="status" className="text-quiet">
          Checking the cells …
        </p>
      )}
      {findings !== null && remarks.length === 0 && (
        <p className="text-quiet">No problems: every cell was read, and no period is missing or repeated.</p>
      )}
      {remarks.length > 0 && (
        <ul aria-label="Remarks on this table" className="text-[13px]">
          {remarks.map((remark) => (
            <li key={remark.text} className="border-l-2 border-accent py-0.5 pl-2.5 text-quiet">
              {remark.text}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
