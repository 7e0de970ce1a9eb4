import { Suspense, useEffect, useState } from 'react';
import { kindOf } from '../../core/item/kinds.ts';
import { addressed, MANUSCRIPT } from '../state/asked-early.ts';
import { fetchHouse, useHouse } from '../state/house.ts';
import { follow } from '../state/live.ts';
import { openStored, useUnsavedWarning } from '../state/opening.ts';
import { current, reached, receive, useReport } from '../state/store.ts';
import { Contents } from './Contents.tsx';
import { HeadLine } from './HeadLine.tsx';
import { KeyList } from './KeyList.tsx';
import { Notices } from './Notices.tsx';
import { useReportKeys } from './report-keys.ts';
import { type Shown, useView } from './view.ts';
import { CommandList, ItemView, ManuscriptView, NewTable, Several } from './views.tsx';

/** What the address asks to be shown, such as #figure-id. */
function shownByAddress(items: readonly { id: string }[]): Shown | null {
  const wanted = addressed();
  if (wanted === MANUSCRIPT) return { kind: 'manuscript' };
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
  const wanted = useView((view) => view.shown);
  const id = useReport((state) => state.id);
  useReportKeys();
  useUnsavedWarning();
  useEffect(
    () =>
      follow({
        id,
        revision: () => current().window.revision,
        receive,
        reached() {
          reached();
          void fetchHouse();
        },
        houseChanged: () => void fetchHouse(),
      }),
    [id],
  );
  useHouse();
  const first = items.find((item) => kindOf(item).set !== null) ?? items[0];
  const asked = wanted ?? shownByAddress(items);
  const shown: Shown =
    asked?.kind === 'new-table' || asked?.kind === 'manuscript'
      ? asked
      : !first
        ? { kind: 'new-table' }
        : { kind: 'item', id: items.find((item) => asked?.kind === 'item' && item.id === asked.id)?.id ?? first.id };
  const item = shown.kind === 'item' ? items.find((candidate) => candidate.id === shown.id) : undefined;
  const isSet = shown.kind === 'manuscript' || (item !== undefined && kindOf(item).set !== null);
  const commands = useView((view) => view.commands);
  const several = useView((view) => view.handOff === 'several');
  const address = item ? `#${item.id}` : shown.kind === 'manuscript' ? `#${MANUSCRIPT}` : '';
  useEffect(() => {
    const isKept = useView.getState().shown?.kind === 'manuscript';
    if (item) useView.setState({ shown: { kind: 'item', id: item.id } });
    else if (shown.kind === 'manuscript') {
      if (!isKept) useView.setState({ shown: { kind: 'manuscript' } });
    } else if (useView.getState().shown?.kind !== 'new-table') useView.setState({ shown: { kind: 'new-table' } });
  }, [item, shown.kind]);
  useEffect(() => {
    // Writing the address costs more than drawing a figure, so it is done only when it is another one.
    if (location.hash !== address) history.replaceState(null, '', address || location.pathname);
  }, [address]);
  useEffect(() => {
    document.title = `${title} · Rizo`;
  }, [title]);
  return (
    <div className="flex h-screen min-w-[1000px] flex-col">
      <HeadLine isSet={isSet} />
      <Notices isSet={isSet} />
      <main className="flex min-h-0 flex-1">
        <Contents />
        <Suspense fallback={LOADING}>
          {shown.kind === 'new-table' && <NewTable key={shown.replaces ?? ''} replaces={shown.replaces} />}
          {shown.kind === 'manuscript' && <ManuscriptView />}
          {item && <ItemView key={item.id} item={item} />}
        </Suspense>
      </main>
      <KeyList />
      {several && (
        <Suspense>
          <Several />
        </Suspense>
      )}
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
    openStored(id)
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
