import { useEffect, useState } from 'react';
import { rebase } from '../../core/report/rebase.ts';
import { isTable } from '../../core/report/report.ts';
import { SparkView } from '../spark/SparkView.tsx';
import { openReport, sendChanges } from '../state/api.ts';
import { rememberBlocks } from '../state/cells.ts';
import { keepOutbox, readOutbox } from '../state/outbox.ts';
import { open, useReport } from '../state/store.ts';
import { NewTable } from '../table/NewTable.tsx';
import { TableView } from '../table/TableView.tsx';
import { CommandList } from './CommandList.tsx';
import { Contents } from './Contents.tsx';
import { FigureView } from './FigureView.tsx';
import { HeadLine } from './HeadLine.tsx';
import { useReportKeys } from './keys.ts';
import { KeyList, Notices } from './Notices.tsx';
import { type Shown, useView } from './view.ts';

const RECOVERED = 'Changes that were not saved when this page was last closed have been brought back.';

/** Opens a report and puts changes on top that an earlier page could not save. */
async function load(id: string): Promise<void> {
  const outbox = await readOutbox(id);
  if (!outbox || outbox.pending.length === 0) return open(await openReport(id));
  rememberBlocks(outbox.blocks);
  const changes = outbox.pending.map(({ call: _, ...change }) => change);
  const answer = await sendChanges(id, { base: outbox.base, changes, blocks: outbox.blocks });
  if (answer.kind === 'conflict') {
    const { report, history, pending, dropped } = rebase(answer.newer, outbox.pending, answer.known);
    const lost = dropped.length > 0 ? ` No longer possible: ${dropped.join(', ')}.` : '';
    open(
      { ...answer.newer, report, history },
      pending,
      outbox.blocks,
      pending.length > 0 ? RECOVERED + lost : lost || null,
    );
    return keepOutbox(id, { base: answer.newer.revision, pending, blocks: outbox.blocks });
  }
  // Opened without them, the next change would take their place in the outbox.
  if (answer.kind === 'unreachable')
    throw new Error(
      'The server does not take changes now; those of this report are kept here. Reload the page in a moment.',
    );
  const refused =
    answer.kind === 'refused' ? `Changes that an earlier window kept were not taken: ${answer.error}` : null;
  open(await openReport(id), [], {}, refused ?? RECOVERED);
  await keepOutbox(id, { base: outbox.base, pending: [], blocks: {} });
}

/** What the address asks to be shown, such as #figure-id. */
function shownByAddress(items: readonly { id: string }[]): Shown | null {
  const wanted = decodeURIComponent(location.hash.slice(1));
  return items.some((item) => item.id === wanted) ? { kind: 'item', id: wanted } : null;
}

function Screen() {
  const items = useReport((state) => state.report.items);
  const title = useReport((state) => state.report.title);
  const unsaved = useReport((state) => state.pending.length > 0);
  const wanted = useView((view) => view.shown);
  useReportKeys();
  const first = items.find((item) => !isTable(item)) ?? items[0];
  const asked = wanted ?? shownByAddress(items);
  const shown: Shown =
    asked?.kind === 'new-table'
      ? asked
      : !first
        ? { kind: 'new-table' }
        : { kind: 'item', id: items.find((item) => asked?.kind === 'item' && item.id === asked.id)?.id ?? first.id };
  const item = shown.kind === 'item' ? items.find((candidate) => candidate.id === shown.id) : undefined;
  const address = item ? `#${item.id}` : '';
  useEffect(() => {
    if (item) useView.setState({ shown: { kind: 'item', id: item.id } });
    else if (useView.getState().shown?.kind !== 'new-table') useView.setState({ shown: { kind: 'new-table' } });
  }, [item]);
  useEffect(() => {
    // Writing the address costs more than drawing a figure, so it is done only when it is another one.
    if (location.hash !== address) history.replaceState(null, '', address || location.pathname);
  }, [address]);
  useEffect(() => {
    document.title = `${title} · Rizo`;
  }, [title]);
  useEffect(() => {
    if (!unsaved) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [unsaved]);
  return (
    <div className="flex h-screen min-w-[1000px] flex-col">
      <HeadLine canHandOff={item !== undefined && !isTable(item)} proofs={item !== undefined && !isTable(item)} />
      <Notices />
      <main className="flex min-h-0 flex-1">
        <Contents />
        {shown.kind === 'new-table' && <NewTable key={shown.replaces ?? ''} replaces={shown.replaces} />}
        {item && isTable(item) && <TableView key={item.id} item={item} />}
        {item?.type === 'figure' && <FigureView key={item.id} figure={item} />}
        {item?.type === 'spark' && <SparkView key={item.id} spark={item} />}
      </main>
      <KeyList />
      <CommandList />
    </div>
  );
}

/** The report screen. */
export default function ReportScreen({ id }: { id: string }) {
  const [state, setState] = useState<'loading' | 'open' | { error: string }>('loading');
  useEffect(() => {
    load(id)
      .then(() => setState('open'))
      .catch((error: unknown) => setState({ error: error instanceof Error ? error.message : String(error) }));
  }, [id]);
  if (state === 'open') return <Screen />;
  return (
    <p role={state === 'loading' ? 'status' : 'alert'} className="p-8">
      {state === 'loading' ? 'Opening the report …' : state.error}
      {state !== 'loading' && (
        <a href="/" className="ml-2 underline">
          To the Desk
        </a>
      )}
    </p>
  );
}
