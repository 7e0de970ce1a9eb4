/** The worker threads of a server process, and who may use them when. */
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { MessageChannel, receiveMessageOnPort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { CallsRequest } from '../../core/change/wire.ts';
import { Refusal } from '../../core/refusal.ts';
import { type Answer, runRequests } from '../changes.ts';
import { database } from '../database.ts';
import { databaseTrouble } from '../database-trouble.ts';
import { tidyNowAndThen } from '../tidy.ts';
import { commands, doJob } from './do.ts';
import { Gathered } from './gathered.ts';
import { type Done, type Given, isLong, isShort, type Job, type Progress, type Told, unpacked } from './job.ts';
import { Busy, Slots } from './slots.ts';

/** A number that who runs Rizo may set. */
const setting = (name: string, usual: number) => {
  const wished = Number(process.env[name]);
  return Number.isFinite(wished) && wished > 0 ? wished : usual;
};

const THREADS = Math.max(2, availableParallelism());
const SECONDS = setting('RIZO_WORK_SECONDS', 60);
const MEGABYTES = setting('RIZO_WORK_MB', 1500);
/** Whether all is got ready before anyone asks for it; a machine with little to spare may leave it for later. */
const READIES = process.env['RIZO_READY'] !== 'later';
/** Threads give way to the one that answers, and to the database. */
const NICE = 10;

const slots = new Slots({ slots: THREADS, longSlots: THREADS - 1, waiting: 400, waitingOfOne: 60 });
/** So many reports are changed at once, so that there is always a connection for what is only read. */
const changing = new Slots({ slots: 3, longSlots: 0, waiting: 2000, waitingOfOne: 1 });

/** Changes of a report that come in while it is being changed are stored together, and hold no connection while they wait. */
const changes = new Gathered<CallsRequest, Answer | undefined>(
  async (report, requests) => {
    const end = await changing.take(report, false);
    try {
      return (await runRequests(database(), report, requests)) ?? requests.map(() => undefined);
    } finally {
      end();
    }
  },
  { most: 400, atOnce: 40, isOfAll: (error) => databaseTrouble(error) !== null || error instanceof Refusal },
);

/** Runs a request on a report in its turn; undefined where there is no such report. */
export const changeInTurn = (report: string, request: CallsRequest): Promise<Answer | undefined> =>
  changes.add(report, request);

let shared: Piscina<Given, Done> | undefined;

function pool(): Piscina<Given, Done> {
  shared ??= new Piscina<Given, Done>({
    filename: join(process.env['RIZO_BUILD'] ?? '', 'work', 'work.worker.js'),
    // The build is plain JavaScript; what the server itself is started with is not needed.
    execArgv: [],
    minThreads: READIES ? THREADS : 0,
    maxThreads: THREADS,
    idleTimeout: Number.POSITIVE_INFINITY,
    niceIncrement: NICE,
    resourceLimits: { maxOldGenerationSizeMb: MEGABYTES },
    // A thread reads its next job when it is free, and not while it waits for the database.
    atomics: 'disabled',
  });
  return shared;
}

/** What a limit that was reached means to who asked; null for any other error. */
function limitReached(error: unknown, job: Job): Error | null {
  if (!(error instanceof Error)) return null;
  if (error.name === 'AbortError')
    // A change may have been stored before its answer came; who sends it again is told so, and nothing is done twice.
    return job.do === 'commands'
      ? new Busy('a change took too long')
      : new Refusal(`This took longer than ${SECONDS} seconds and was stopped; use fewer rows.`);
  if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new Refusal(`This needs more than the ${MEGABYTES} MB of memory it may use; use fewer rows.`);
  return null;
}

/** Who hears how far a job is, and may give it up. */
export interface Watch {
  onProgress(progress: Progress): void;
  signal: AbortSignal;
}

/** Does a job in a thread when its owner's turn has come. Throws Busy, or a Refusal where it took too long or too much. */
export async function doInThread(owner: string, job: Job, watch?: Watch): Promise<Done> {
  const end = await slots.take(owner, isLong(job));
  const overdue = new AbortController();
  let limit: NodeJS.Timeout | undefined;
  const { port1, port2 } = new MessageChannel();
  const hear = (told: Told) => {
    // A thread that had to be started first takes nothing of the time of its job.
    if (told === 'begun') limit = setTimeout(() => overdue.abort(), SECONDS * 1000);
    else watch?.onProgress(told);
  };
  port1.on('message', hear);
  try {
    watch?.signal.throwIfAborted();
    const signal = watch ? AbortSignal.any([overdue.signal, watch.signal]) : overdue.signal;
    const done: Done = await pool().run({ job, port: port2 }, { signal, transferList: [port2] });
    // What comes by the other way may be here before what was told last.
    for (let told = receiveMessageOnPort(port1); told; told = receiveMessageOnPort(port1)) hear(told.message as Told);
    return done;
  } catch (error) {
    throw limitReached(error, job) ?? error;
  } finally {
    clearTimeout(limit);
    port1.close();
    end();
  }
}

/** The answer to a job that is done in a thread. */
export const inThread = async (owner: string, job: Job): Promise<Response> =>
  unpacked((await doInThread(owner, job)).packed);

/** Answers a job that has a body: at once where that is short, and in a thread where reading it takes a while. */
export async function withBody(job: Job & { do: 'commands' | 'block' }): Promise<Response> {
  if (!isShort(job.body)) return inThread(job.report, job);
  if (job.do === 'block') return (await doJob(database(), job)).response;
  return commands(job.body, (request) => changeInTurn(job.report, request));
}

/** After so long a server has done what it was started for, and gets ready for what is asked next. */
const READY_MS = 1500;

/** Has each thread open what sets pages, which takes a second that nobody should wait for. */
function readyPages(): void {
  for (let thread = 0; thread < THREADS; thread++)
    pool()
      .run({ job: { do: 'ready pages' }, port: null })
      .catch((error: unknown) => console.warn('pages were not got ready:', error));
}

let isWarm = false;

/** Starts the threads, so that the first who asks does not wait for them, and begins what is done now and then. */
export function warmUp(): void {
  if (isWarm) return;
  isWarm = true;
  if (READIES) {
    pool();
    setTimeout(readyPages, READY_MS).unref();
  }
  tidyNowAndThen(database);
}
