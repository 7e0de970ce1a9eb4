import type { SparkRecord } from '../../core/spark/records.ts';
import type { DressedBars, DressedSparkline, DressedSparkTable } from '../../core/spark/spec.ts';
import { useView } from '../report/view.ts';
import { run } from '../state/store.ts';
import { nameOfKey, sayException } from './setting.ts';

interface ExceptionsProps {
  spark: DressedSparkTable;
  column: DressedSparkline | DressedBars;
  records: readonly SparkRecord[];
}

const MOST_LISTED = 6;

/** Which rows have something of their own, each put back in line by one click. */
export function Exceptions({ spark, column, records }: ExceptionsProps) {
  const all =
    column.kind === 'sparkline'
      ? column.exceptions.map((exception) => ({ row: exception.row, own: sayException(exception) }))
      : column.exceptions.map(({ row }) => ({ row, own: 'colour' }));
  const putBack = (row: string | null) => run('spark.putBack', { spark: spark.id, column: column.id, row });
  if (all.length === 0) return <p className="text-[13px] text-quiet">Every row is drawn like its column.</p>;
  return (
    <div className="text-[13px]">
      <ul aria-label="Rows that are exceptions">
        {all.slice(0, MOST_LISTED).map(({ row, own }) => {
          const name = nameOfKey(records, row);
          return (
            <li key={row} className="flex flex-wrap items-baseline gap-x-1.5">
              <button type="button" className="phrase !min-h-0" onClick={() => useView.setState({ sparkRow: row })}>
                {name}
              </button>
              has its own {own},
              <button
                type="button"
                className="phrase !min-h-0"
                aria-label={`Put ${name} back in line`}
                onClick={() => putBack(row)}
              >
                reset
              </button>
            </li>
          );
        })}
      </ul>
      {all.length > MOST_LISTED && <p className="text-quiet">and {all.length - MOST_LISTED} more</p>}
      {all.length > 1 && (
        <button type="button" className="phrase !min-h-0" onClick={() => putBack(null)}>
          put all {all.length} back
        </button>
      )}
    </div>
  );
}
