/**
 * A file whose making is watched: the answer is lines of JSON that tell how far
 * it is, `{ "done": 2, "of": 9 }`, then one that tells what it is, and its bytes.
 */
import { answer } from '../http.ts';
import { type Job, type Progress, unpacked } from './job.ts';
import { doInThread } from './pool.ts';

/** What is told of a file before its bytes. */
function fileLine({ headers }: Response, bytes: number): object {
  const name = /''(.*)$/.exec(headers.get('content-disposition') ?? '')?.[1] ?? '';
  const unclaimed = headers.get('x-rizo-unclaimed');
  return {
    file: {
      name: decodeURIComponent(name),
      mime: headers.get('content-type') ?? '',
      bytes,
      unclaimed: unclaimed === null ? null : decodeURIComponent(unclaimed),
    },
  };
}

/** Answers with how far a job is, and its file in the end; who goes away gives it up. */
export function watched(owner: string, job: Job): Response {
  const control = new AbortController();
  const { signal } = control;
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    async start(into) {
      const tell = (line: object) => into.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      const onProgress = (progress: Progress) => {
        if (!signal.aborted) tell(progress);
      };
      const made = await answer(async () => unpacked((await doInThread(owner, job, { onProgress, signal })).packed));
      if (signal.aborted) return;
      if (made.ok) {
        const body = new Uint8Array(await made.arrayBuffer());
        tell(fileLine(made, body.byteLength));
        into.enqueue(body);
      } else tell((await made.json()) as object);
      into.close();
    },
    cancel() {
      control.abort();
    },
  });
  return new Response(stream, { headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' } });
}
