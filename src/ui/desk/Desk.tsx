import { useState } from 'react';
import { Wordmark } from '../controls/Wordmark.tsx';
import { FilePlus2, Trash2 } from '../icons.ts';
import { createReport, openBundle, removeReport, type StyleSummary } from '../state/api.ts';
import { base64Of } from '../state/base64.ts';

export interface DeskReport {
  id: string;
  title: string;
  edition: string;
  changed: string;
  figures: string[];
  tables: number;
  revision: number;
  /** why it cannot be read, or null */
  unreadable: string | null;
}

/** A report that is off the Desk. */
export interface AwayReport {
  id: string;
  title: string;
  /** the day on which it is cleared for good */
  until: string;
}

const MONTHS = 'January February March April May June July August September October November December'.split(' ');

/** The month that is running, as an edition. */
function thisEdition(): string {
  const now = new Date();
  return `${MONTHS[now.getMonth()]} ${now.getFullYear()}`;
}

const count = (amount: number, name: string) => `${amount} ${name}${amount === 1 ? '' : 's'}`;

/** The home screen: the reports. */
export default function Desk({
  reports,
  away,
  styles,
}: {
  reports: DeskReport[];
  away: AwayReport[];
  styles: StyleSummary[];
}) {
  const [removed, setRemoved] = useState<string[]>([]);
  const [error, setError] = useState<string | null>(null);
  const attempt = async (work: () => Promise<void>) => {
    try {
      setError(null);
      await work();
    } catch (reason) {
      setError(
        reason instanceof TypeError
          ? 'Rizo does not answer; is it still running?'
          : reason instanceof Error
            ? reason.message
            : String(reason),
      );
    }
  };
  const make = () =>
    attempt(async () => {
      const { id } = await createReport('Untitled report', thisEdition());
      location.assign(`/reports/${id}`);
    });
  const [busy, setBusy] = useState(false);
  const open = async (file: File) => {
    setBusy(true);
    await attempt(async () => {
      const { id } = await openBundle(file.name, await base64Of(file));
      location.assign(`/reports/${id}`);
    });
    setBusy(false);
  };
  const setAway = (id: string, away: boolean) =>
    attempt(async () => {
      await removeReport(id, away);
      setRemoved((list) => (away ? [...list, id] : list.filter((other) => other !== id)));
    });
  return (
    <div className="min-h-screen bg-desk">
      <header className="flex h-[46px] items-center gap-3 border-b border-rule bg-base-100 px-3.5">
        <Wordmark />
        <span className="text-quiet">Line figures and sparklines, set for print</span>
      </header>
      <main className="mx-auto max-w-5xl p-8">
        <div className="mb-5 flex items-center">
          <h1 className="font-serif text-2xl font-semibold">Desk</h1>
          <label className="btn btn-sm mr-2 ml-auto cursor-pointer has-focus-visible:outline-2">
            {busy ? 'Opening …' : 'Open a bundle'}
            <input
              type="file"
              accept=".rizo"
              className="sr-only"
              aria-label="Bundle of a report"
              disabled={busy}
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                event.target.value = '';
                if (file) void open(file);
              }}
            />
          </label>
          <button type="button" className="btn btn-primary btn-sm" onClick={() => void make()}>
            <FilePlus2 size={15} aria-hidden="true" /> New report
          </button>
        </div>
        {error && (
          <p role="alert" className="mb-4 rounded-box border-l-4 border-error bg-base-100 p-3">
            {error}
          </p>
        )}
        {reports.length === 0 && <p className="text-quiet">No report yet. Make one and bring in a table.</p>}
        <ul className="flex flex-col gap-4">
          {reports.map((report) =>
            removed.includes(report.id) ? (
              <li key={report.id} className="rounded-box border border-dashed border-rule p-4 text-quiet">
                “{report.title}” is off the Desk.{' '}
                <button type="button" className="phrase" onClick={() => void setAway(report.id, false)}>
                  Bring it back
                </button>
              </li>
            ) : (
              <ReportCard key={report.id} report={report} onRemove={() => void setAway(report.id, true)} />
            ),
          )}
        </ul>
        {styles.length > 0 && (
          <p className="mt-6 flex flex-wrap items-baseline gap-x-3 text-quiet">
            House styles:
            {styles.map(({ id, name, reports: used }) => (
              <span key={id}>
                <a className="phrase" href={`/styles/${id}`}>
                  {name}
                </a>{' '}
                {used === 0 ? 'for no report' : `for ${count(used, 'report')}`}
              </span>
            ))}
          </p>
        )}
        {away.length > 0 && (
          <Away
            reports={away}
            onBack={(id) =>
              void attempt(async () => {
                await removeReport(id, false);
                location.reload();
              })
            }
          />
        )}
      </main>
    </div>
  );
}

/** What was taken off the Desk before, and can still be brought back. */
function Away({ reports, onBack }: { reports: AwayReport[]; onBack(id: string): void }) {
  return (
    <details className="mt-8 text-quiet">
      <summary className="cursor-pointer">{count(reports.length, 'report')} off the Desk</summary>
      <ul className="mt-2 flex flex-col gap-1">
        {reports.map(({ id, title, until }) => (
          <li key={id}>
            “{title}” can be brought back until {until}.{' '}
            <button type="button" className="phrase" aria-label={`Bring back “${title}”`} onClick={() => onBack(id)}>
              Bring it back
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** A report that this version cannot read: its name, why, and its document as it is stored. */
function UnreadableCard({ report }: { report: DeskReport }) {
  return (
    <li className="rounded-box border border-rule border-l-4 border-l-error bg-base-100 p-4">
      <h2 className="font-serif text-lg font-semibold">{report.title}</h2>
      <p className="text-[13px] text-quiet">changed {report.changed}</p>
      <p className="mt-1">{report.unreadable}</p>
      <a href={`/api/reports/${report.id}/document`} download className="btn btn-sm mt-2">
        Download its document
      </a>
    </li>
  );
}

function ReportCard({ report, onRemove }: { report: DeskReport; onRemove(): void }) {
  if (report.unreadable !== null) return <UnreadableCard report={report} />;
  return (
    <li className="group relative rounded-box border border-rule bg-base-100 p-4 focus-within:border-primary hover:border-primary">
      <a href={`/reports/${report.id}`} className="block rounded">
        <h2 className="font-serif text-lg font-semibold">{report.title}</h2>
        <p className="text-[13px] text-quiet">
          {[
            report.edition && `Edition ${report.edition}`,
            count(report.tables, 'table'),
            count(report.figures.length, 'figure'),
            `changed ${report.changed}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        {report.figures.length > 0 && (
          <span className="mt-3 flex flex-wrap gap-3">
            {report.figures.slice(0, 4).map((figure) => (
              <img
                key={figure}
                alt=""
                width={216}
                height={113}
                loading="lazy"
                className="h-[113px] w-auto bg-white shadow-[0_1px_6px_rgba(60,45,30,0.14)]"
                src={`/api/reports/${report.id}/figures/${figure}/file?as=svg-outlines&show&revision=${report.revision}`}
              />
            ))}
          </span>
        )}
      </a>
      <button
        type="button"
        aria-label={`Take “${report.title}” off the Desk`}
        title="Take off the Desk (can be brought back)"
        onClick={onRemove}
        className="btn btn-ghost btn-sm btn-square absolute top-3 right-3"
      >
        <Trash2 size={15} aria-hidden="true" />
      </button>
    </li>
  );
}
