/** Reading a table in a thread of its own, which is ended when it takes too long or too much memory. */
import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { Refusal } from '../core/refusal.ts';
import type { Received } from '../formats/table-file.ts';
import type { ReadAnswer, ReadRequest } from './read.worker.ts';

interface Limits {
  /** so long may a reading not get on, in milliseconds */
  time: number;
  /** so much memory, in megabytes */
  memory: number;
}
const LIMITS: Limits = { time: 10_000, memory: 1100 };

const tooLong = ({ time }: Limits) =>
  `reading it made no progress for ${time / 1000} seconds and was stopped; bring in part of the table.`;
const tooMuch = ({ memory }: Limits) =>
  `reading took more than ${memory} MB of memory and was stopped; bring in part of the table.`;

/** Threads do not inherit what makes TypeScript run, so from the sources theirs is set up first; "require" finds no module of it for that. */
function entryFromSources(): URL {
  const tsx = pathToFileURL(createRequire(import.meta.url).resolve('tsx/package.json'));
  const script = `import { register } from ${JSON.stringify(new URL('dist/esm/api/index.mjs', tsx).href)};
register();
await import(${JSON.stringify(new URL('./read.worker.ts', import.meta.url).href)});`;
  return new URL(`data:text/javascript,${encodeURIComponent(script)}`);
}

/** What a thread runs. A bundle has it in one piece, in a folder of its own beside that of the rest. */
const entryOf = (): URL =>
  import.meta.url.endsWith('.ts') ? entryFromSources() : new URL('../src/cli/read.worker.js', import.meta.url);

/** A thread that has nothing to do, and how much memory it may take: the next reading need not wait for one to start. */
let spare: { worker: Worker; memory: number } | null = null;

const startWorker = (memory: number) => new Worker(entryOf(), { resourceLimits: { maxOldGenerationSizeMb: memory } });

function takeWorker(memory: number): Worker {
  const found = spare?.memory === memory ? spare.worker : null;
  if (found) spare = null;
  // A thread that waits does not keep the process.
  found?.ref();
  return found ?? startWorker(memory);
}

/** Starts a thread for what will be read, while all else of a command is loaded. */
export function expectReading(): void {
  if (!spare) keepWorker(startWorker(LIMITS.memory), LIMITS.memory);
}

function keepWorker(worker: Worker, memory: number): void {
  worker.removeAllListeners('message');
  worker.removeAllListeners('error');
  worker.unref();
  void spare?.worker.terminate();
  spare = { worker, memory };
}

/** Reads the bytes of a table file within those limits. Throws a Refusal that says what is wrong, or which limit was met. */
export async function readWithinLimits(request: ReadRequest, limits = LIMITS): Promise<Received> {
  const worker = takeWorker(limits.memory);
  let clock: NodeJS.Timeout | undefined;
  const answer = new Promise<ReadAnswer>((done, fail) => {
    worker.on('message', (message: ReadAnswer) => {
      clearTimeout(clock);
      if (message.kind === 'on') clock = setTimeout(() => fail(new Refusal(tooLong(limits))), limits.time);
      else done(message);
    });
    worker.on('error', (error: NodeJS.ErrnoException) =>
      fail(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new Refusal(tooMuch(limits)) : error),
    );
  });
  worker.postMessage(request, [request.bytes.buffer as ArrayBuffer]);
  try {
    const said = await answer;
    keepWorker(worker, limits.memory);
    if (said.kind === 'read') return said.received;
    throw new Refusal(said.kind === 'refused' ? said.error : 'reading it gave no result.');
  } catch (error) {
    if (spare?.worker !== worker) await worker.terminate();
    throw error;
  } finally {
    clearTimeout(clock);
  }
}
