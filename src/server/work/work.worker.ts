/** A worker thread: does one job after the other, on connections of its own. */
import { move } from 'piscina';
import { openDatabase } from '../database.ts';
import { doJob } from './do.ts';
import { type Done, type Given, packed, type Told } from './job.ts';

/** A thread that is at work on something large looks at its clock before it sees that a connection has come. */
const PATIENCE_MS = 30_000;
const db = openDatabase(process.env['DATABASE_URL'] ?? '', 2, PATIENCE_MS);

/** Called by the pool for each job. */
export default async function work({ job, port }: Given): Promise<Done> {
  const tell = (told: Told) => port?.postMessage(told);
  tell('begun');
  const { response, state } = await doJob(db, job, tell);
  port?.close();
  const done = { packed: await packed(response), state };
  move(done.packed.body.buffer as ArrayBuffer);
  return done;
}
