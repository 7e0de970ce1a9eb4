import { storedTableIn } from '../../core/report/report.ts';
import { keepTable, makeFigure } from '../report/make.ts';
import { show, useSeen } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { DropZone } from './DropZone.tsx';
import { EmptyGrid } from './EmptyGrid.tsx';
import { useIncoming } from './incoming.ts';
import { Newer } from './Newer.tsx';
import { openQuestion, Understood } from './Understood.tsx';

/** Where a table is brought in and looked at before it is kept; or a newer extract of one, before it takes its place. */
export function NewTable({ replaces }: { replaces?: string | undefined }) {
  const report = useReport((state) => state.report);
  const arriving = useIncoming();
  const { incoming } = arriving;
  useSeen(true);
  const target = replaces === undefined ? undefined : storedTableIn(report, replaces);
  if (incoming.kind === 'read' && target)
    return <Newer item={target} received={incoming.received} arriving={arriving} />;
  if (incoming.kind === 'read') {
    const { received } = incoming;
    const { table } = received;
    const empty = table.rows === 0;
    const question = openQuestion(received);
    const keep = (figure: boolean) => {
      const id = keepTable(table);
      if (id && figure) makeFigure(report, { id }, table);
    };
    return (
      <Understood
        received={received}
        arriving={arriving}
        actions={
          <>
            <button
              type="button"
              className="btn btn-sm"
              disabled={question !== null}
              title={question ?? undefined}
              onClick={() => keep(false)}
            >
              {empty ? 'Make an empty table' : 'Keep the table'}
            </button>
            {!empty && (
              <button
                type="button"
                className="btn btn-sm btn-primary"
                disabled={question !== null}
                title={question ?? undefined}
                onClick={() => keep(true)}
              >
                Make a figure
              </button>
            )}
          </>
        }
      />
    );
  }
  return (
    <section
      aria-label="Bring in a table"
      className="flex min-h-0 min-w-0 flex-1 flex-col gap-4 overflow-auto bg-desk p-8"
    >
      <h2 className="font-serif text-lg font-semibold">
        {target ? `Bring in a newer extract of ${target.name}` : 'Bring in a table'}
      </h2>
      {target && (
        <p className="max-w-4xl">
          You see what changed before anything is replaced; figures keep their columns.{' '}
          <button type="button" className="phrase" onClick={() => show({ kind: 'item', id: target.id })}>
            Go back to the table
          </button>
        </p>
      )}
      <DropZone arriving={arriving} />
      {!target && incoming.kind !== 'reading' && <EmptyGrid />}
    </section>
  );
}
