import { Revision } from '../../../../core/change/change.ts';
import { database } from '../../../../server/database.ts';
import { ofReport } from '../../../../server/endpoint.ts';
import { notFound, revisionIn } from '../../../../server/http.ts';
import { listenTo } from '../../../../server/live.ts';
import { changesSince } from '../../../../server/log.ts';
import { loadReport } from '../../../../server/stored.ts';

const BEAT_MS = 15_000;

/** The style of a house by which a report is set now. */
async function houseOfNow(report: string): Promise<string | null> {
  const style = (await loadReport(database(), report))?.report.style;
  return style?.kind === 'house' ? style.id : null;
}

/** Changes of one report as server-sent events from a revision on, and news that its style was changed, for as long as the window listens. */
function eventsOf(report: string, since: number): ReadableStream<Uint8Array> {
  const text = new TextEncoder();
  let stop = () => {};
  return new ReadableStream({
    start(controller) {
      let last = since;
      let isOpen = true;
      let sending = Promise.resolve();
      let house: { id: string | null; forget(): void } = { id: null, forget: () => undefined };
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
      const heedHouse = async () => {
        const id = await houseOfNow(report);
        if (id === house.id || !isOpen) return;
        house.forget();
        const listen = () => send('event: house\ndata: {}\n\n');
        house = { id, forget: id === null ? () => undefined : listenTo(id, listen) };
      };
      const tell = () => {
        // A window that is cut off connects again and is told what it missed.
        sending = sending
          .then(sendNew)
          .then(heedHouse)
          .catch((error: unknown) => {
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
        house.forget();
      };
      send('retry: 1000\n\n');
      tell();
    },
    cancel: () => stop(),
  });
}

export const GET = ofReport('read', async (id, { request, url }) => {
  if (!(await loadReport(database(), id))) return notFound('report');
  const last = Number(request.headers.get('last-event-id') ?? Number.NaN);
  const since = Revision.safeParse(last).success ? last : revisionIn(url, 'since');
  return new Response(eventsOf(id, since), {
    headers: { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' },
  });
});
