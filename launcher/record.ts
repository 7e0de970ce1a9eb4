/** What runs in a state folder: written before anything is started, so that `stop` and the next start find all of it. */
import { existsSync, mkdirSync, readFileSync, renameSync, rmdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { LAUNCHER_MARK } from './entries.ts';
import { stateFolder } from './paths.ts';
import { isRunning } from './processes.ts';

export interface RunRecord {
  launcher: number;
  server?: number | undefined;
  postgres?: number | undefined;
  /** where it serves, once it does */
  url?: string | undefined;
  /** the address at which a browser is let in */
  entry?: string | undefined;
  /** the address of its database, with the password */
  database?: string | undefined;
  /** when it was started, as an ISO date */
  since: string;
}

const recordFile = () => join(stateFolder('.'), 'run.json');

export function readRecord(): RunRecord | undefined {
  const file = recordFile();
  if (!existsSync(file)) return undefined;
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as RunRecord;
  } catch (error) {
    // A record cut short by a crash says nothing.
    if (error instanceof SyntaxError) return undefined;
    throw error;
  }
}

/** As long as any record, so that one is written over another also where the disk is full. */
const LENGTH = 4000;

/**
 * Written beside its place and moved there, so that whoever reads it reads all
 * of it; over the last one where there is no room for another.
 */
export function writeRecord(record: RunRecord): void {
  const text = JSON.stringify(record).padEnd(LENGTH);
  const fresh = `${recordFile()}.${process.pid}`;
  try {
    // Others of this machine do not read the address in it.
    writeFileSync(fresh, text, { mode: 0o600 });
    renameSync(fresh, recordFile());
  } catch (error) {
    rmSync(fresh, { force: true });
    if ((error as NodeJS.ErrnoException).code !== 'ENOSPC' || !existsSync(recordFile())) throw error;
    writeFileSync(recordFile(), text, { flag: 'r+' });
  }
}

export const removeRecord = (): void => rmSync(recordFile(), { force: true });

/** Claiming takes no longer than this; a lock that is older was left by a process that was killed in it. */
const CLAIM_MS = 5000;

/** Does something that one process at a time may do in a state folder. */
async function alone<T>(act: () => T): Promise<T> {
  const lock = join(stateFolder('.'), 'claim.lock');
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      const age = existsSync(lock) ? Date.now() - statSync(lock).mtimeMs : 0;
      if (age > CLAIM_MS) rmSync(lock, { recursive: true, force: true });
      else await wait(50);
    }
  }
  try {
    return act();
  } finally {
    if (existsSync(lock)) rmdirSync(lock);
  }
}

/** What came of claiming a state folder: it is another one's, or ours, with what an earlier one left running. */
export type Claim = { kind: 'taken'; by: RunRecord } | { kind: 'ours'; left: RunRecord | undefined };

/** Makes a state folder that of this process, unless another launcher runs in it. */
export const claim = (): Promise<Claim> =>
  alone(() => {
    const before = readRecord();
    if (before && before.launcher !== process.pid && isRunning(before.launcher, LAUNCHER_MARK))
      return { kind: 'taken', by: before };
    // What is left is named in the new record, too, until it was ended.
    writeRecord({
      launcher: process.pid,
      server: before?.server,
      postgres: before?.postgres,
      since: new Date().toISOString(),
    });
    return { kind: 'ours', left: before };
  });
