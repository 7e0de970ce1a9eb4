/**
 * Changes of the open report as the server tells them. Browsers keep few
 * connections to one server, so of all windows of a report in a browser one
 * listens and tells the others; when it goes, another takes its place.
 */
import type { Change } from '../../core/change/change.ts';

export interface LiveWindow {
  id: string;
  /** the revision from which on changes are wanted */
  revision(): number;
  /** takes changes, the oldest first */
  receive(changes: Change[]): void;
  /** called when the server is reached again: something may have been missed */
  reached(): void;
  /** called when the style that the report has in common with others was changed */
  houseChanged?(): void;
}

type Told = { kind: 'changes'; changes: Change[] } | { kind: 'reached' } | { kind: 'house' };

/** Listens, or hears from the window that does, until the function that is returned is called. */
function join({ id, revision, receive, reached, houseChanged = () => undefined }: LiveWindow): () => void {
  const others = new BroadcastChannel(`rizo:live:${id}`);
  others.onmessage = ({ data }: MessageEvent<Told>) => {
    if (data.kind === 'changes') receive(data.changes);
    else if (data.kind === 'house') houseChanged();
    else reached();
  };
  const tell = (told: Told) => others.postMessage(told);
  const stop = new AbortController();
  const listen = () =>
    new Promise<void>((done) => {
      const source = new EventSource(`/api/reports/${id}/live?since=${revision()}`);
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const changes = JSON.parse(data) as Change[];
        receive(changes);
        tell({ kind: 'changes', changes });
      };
      source.addEventListener('house', () => {
        houseChanged();
        tell({ kind: 'house' });
      });
      source.onopen = () => {
        reached();
        tell({ kind: 'reached' });
      };
      stop.signal.addEventListener('abort', () => {
        source.close();
        done();
      });
    });
  navigator.locks.request(`rizo:live:${id}`, { signal: stop.signal }, listen).catch((error: unknown) => {
    // Another window listened until this one was left.
    if (!stop.signal.aborted) throw error;
  });
  return () => {
    stop.abort();
    others.close();
  };
}

/** Follows a report until the function that is returned is called; a page that is left holds nothing. */
export function follow(report: LiveWindow): () => void {
  let leave: (() => void) | null = join(report);
  const hide = () => {
    leave?.();
    leave = null;
  };
  const show = () => {
    leave ??= join(report);
  };
  addEventListener('pagehide', hide);
  addEventListener('pageshow', show);
  return () => {
    hide();
    removeEventListener('pagehide', hide);
    removeEventListener('pageshow', show);
  };
}
