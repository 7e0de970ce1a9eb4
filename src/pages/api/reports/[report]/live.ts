import type { APIRoute } from 'astro';
import { changesSince } from '../../../../server/changes.ts';
import { database } from '../../../../server/database.ts';
import { answer, notFound, revisionIn } from '../../../../server/http.ts';
import { listenTo } from '../../../../server/live.ts';
import { loadReport } from '../../../../server/reports.ts';

const BEAT_MS = 15_000;

/** Changes of one report as server-sent events from a revision on, for as long as the window listens. */
function eventsOf(report: string, since: number): ReadableStream<Uint8Array> {
  const text = new TextEncoder();
  let stop = () => {};
  return new ReadableStream({
    start(controller) {
      let last = since;
      let isOpen = true;
      let sending = Promise.resolve();
      const end = () => {
        if (!isOpen) return;
        isOpen = false;
        stop();
        controller.close();
      };
      const send = (event: string) => isOpen && controller.enqueue(text.encode(event));
      const sendNew = async () => {
        if (!isOpen) return;
        const changes = await changesSince(database(), report, last);
        const newest = changes.at(-1)?.revision;
        if (newest === undefined || !isOpen) return;
        last = newest;
        send(`id: ${newest}\ndata: ${JSON.stringify(changes)}\n\n`);
      };
      const tell = () => {
        // A window that is cut off connects again and is told what it missed.
        sending = sending.then(sendNew).catch((error: unknown) => {
          console.error(`live changes: ${error instanceof Error ? error.message : String(error)}`);
          end();
        });
      };
      const beat = setInterval(() => send(': still here\n\n'), BEAT_MS);
      const forget = listenTo(report, tell);
      stop = () => {
        isOpen = false;
        clearInterval(beat);
        forget();
      };
      send('retry: 1000\n\n');
      tell();
    },
    cancel: () => stop(),
  });
}

export const GET: APIRoute = ({ params, request, url }) =>
  answer(async () => {
    const id = params['report'] ?? '';
    if (!(await loadReport(database(), id))) return notFound('report');
    const last = Number(request.headers.get('last-event-id') ?? Number.NaN);
    const since = Number.isInteger(last) && last >= 0 ? last : revisionIn(url, 'since');
    return new Response(eventsOf(id, since), {
      headers: { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' },
    });
  });
