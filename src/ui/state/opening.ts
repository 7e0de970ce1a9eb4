/** Opening a stored report in the page, and warning before a page goes that has something unsaved. */
import { useEffect } from 'react';
import { reportOf } from '../../core/report/record.ts';
import { styleFor } from '../../core/report/report.ts';
import { wantStyle } from '../letters/wanted.ts';
import { loadMissed, type OpenedReport } from './api.ts';
import { reportAsked } from './asked-early.ts';
import { takeOutboxes } from './outbox.ts';
import { useReport } from './report-state.ts';
import { open } from './store.ts';

const RECOVERED = 'Changes that were not saved when this page was last closed have been brought back.';

/** Opens a report and puts changes on top that this window or closed ones could not save. */
export async function openStored(id: string): Promise<OpenedReport> {
  // Nothing is set in a page before a report is opened in it.
  const metrics = import('../../core/text/first-metrics.ts');
  const outbox = await takeOutboxes(id);
  const opened = await reportAsked(id);
  const { revision } = opened;
  const since = Math.min(revision, ...outbox.calls.map(({ seen }) => seen ?? revision));
  const report = reportOf(opened.report);
  await metrics;
  await wantStyle(styleFor(report, opened.house?.style ?? null));
  open(opened, outbox, await loadMissed(id, since, revision), outbox.calls.length > 0 ? RECOVERED : null);
  return opened;
}

/** Has the browser ask before a page goes whose changes are not saved. */
export function useUnsavedWarning(): void {
  const unsaved = useReport((state) => state.window.pending.length > 0);
  useEffect(() => {
    if (!unsaved) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [unsaved]);
}
