/** Changes of the open report as the server tells them, while the window is in sight. */
import type { Change } from '../../core/change/change.ts';

export interface LiveWindow {
  id: string;
  /** the revision from which on changes are wanted */
  revision(): number;
  /** takes changes, the oldest first */
  receive(changes: Change[]): void;
  /** called when the server is reached again */
  reached(): void;
}

/** Follows a report until the function that is returned is called. A hidden window holds no connection; it catches up when it is seen. */
export function follow({ id, revision, receive, reached }: LiveWindow): () => void {
  let source: EventSource | null = null;
  const close = () => {
    source?.close();
    source = null;
  };
  const connect = () => {
    close();
    if (document.visibilityState === 'hidden') return;
    const opened = new EventSource(`/api/reports/${id}/live?since=${revision()}`);
    opened.onmessage = ({ data }: MessageEvent<string>) => receive(JSON.parse(data) as Change[]);
    opened.onopen = reached;
    source = opened;
  };
  document.addEventListener('visibilitychange', connect);
  addEventListener('online', connect);
  addEventListener('pagehide', close);
  addEventListener('pageshow', connect);
  connect();
  return () => {
    close();
    document.removeEventListener('visibilitychange', connect);
    removeEventListener('online', connect);
    removeEventListener('pagehide', close);
    removeEventListener('pageshow', connect);
  };
}
