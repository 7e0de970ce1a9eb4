import { Suspense, useEffect, useState } from 'react';
import { kindOf } from '../../core/item/kinds.ts';
import { loadMissed, openReport } from '../state/api.ts';
import { follow } from '../state/live.ts';
import { takeOutboxes } from '../state/outbox.ts';
import { current, open, reached, receive, useReport } from '../state/store.ts';
import { Contents } from './Contents.tsx';
import { HeadLine } from './HeadLine.tsx';
import { useReportKeys } from './keys.ts';
import { KeyList, Notices } from './Notices.tsx';
import { type Shown, useView } from './view.ts';
import { CommandList, ItemView, NewTable } from './views.tsx';

const RECOVERED = 'Changes that were not saved when this page was last closed have been brought back.';

/** Opens a report and puts changes on top that this window or closed ones could not save. */
async function load(id: string): Promise<void> {
  const outbox = await takeOutboxes(id);
  const opened = await openReport(id);
  const { revision } = opened;
  const since = Math.min(revision, ...outbox.calls.map(({ seen }) => seen ?? revision));
  open(opened, outbox, await loadMissed(id, since, revision), outbox.calls.length > 0 ? RECOVERED : null);
}

/** What the address asks to be shown, such as #figure-id. */
function shownByAddress(items: readonly { id: string }[]): Shown | null {
  const wanted = decodeURIComponent(location.hash.slice(1));
  return items.some((item) => item.id === wanted) ? { kind: 'item', id: wanted } : null;
}

const LOADING = (
  <p role="status" className="flex-1 bg-desk p-8">
    Loading …
  </p>
);

function Screen() {
  const items = useReport((state) => state.report.items);
  const title = useReport((state) => state.report.title);
  const unsaved = useReport((state) => state.window.pending.length > 0);
  const wanted = useView((view) => view.shown);
  const id = useReport((state) => state.id);
  useReportKeys();
  useEffect(
    () =>
      follow({
        id,
        revision: () => current().window.revision,
        receive,
        reached,
      }),
    [id],
  );
  const first = items.find((item) => kindOf(item).set !== null) ?? items[0];
  const asked = wanted ?? shownByAddress(items);
  const shown: Shown =
    asked?.kind === 'new-table'
      ? asked
      : !first
        ? { kind: 'new-table' }
        : { kind: 'item', id: items.find((item) => asked?.kind === 'item' && item.id === asked.id)?.id ?? first.id };
  const item = shown.kind === 'item' ? items.find((candidate) => candidate.id === shown.id) : undefined;
  const isSet = item !== undefined && kindOf(item).set !== null;
  const commands = useView((view) => view.commands);
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
      <HeadLine isSet={isSet} />
      <Notices />
      <main className="flex min-h-0 flex-1">
        <Contents />
        <Suspense fallback={LOADING}>
          {shown.kind === 'new-table' && <NewTable key={shown.replaces ?? ''} replaces={shown.replaces} />}
          {item && <ItemView key={item.id} item={item} />}
        </Suspense>
      </main>
      <KeyList />
      {commands && (
        <Suspense>
          <CommandList />
        </Suspense>
      )}
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
