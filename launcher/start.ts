import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { needChromium } from './packages.ts';
import { stateFolder } from './paths.ts';
import { checkPort, endProcess, isRunning } from './processes.ts';
import { say, Trouble } from './say.ts';
import { bringUp, SERVER_MARK } from './serve.ts';

interface RunRecord {
  launcher: number;
  server: number;
  postgres: number | undefined;
  url: string;
}

const LAUNCHER_MARK = 'launcher/main.ts';
const recordFile = () => join(stateFolder('.'), 'run.json');

function readRecord(): RunRecord | undefined {
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

/** Ends what a killed launcher left behind. A leftover database is ended where the cluster is started. */
async function clearLeftovers(record: RunRecord) {
  await endProcess(record.server, SERVER_MARK, 'SIGTERM', 5);
  await endProcess(record.postgres, 'postgres', 'SIGINT');
  rmSync(recordFile(), { force: true });
}

/** Starts Rizo and stays until it is stopped. Returns the exit code. */
export async function start(port: number): Promise<number> {
  const before = readRecord();
  if (before && isRunning(before.launcher, LAUNCHER_MARK)) {
    say('Rizo is running already; ./rizo stop ends it.');
    console.log(before.url);
    return 0;
  }
  if (before) await clearLeftovers(before);
  await checkPort(port);
  try {
    await needChromium();
  } catch (error) {
    // The application runs without it; only the browser tests and the screenshots need it.
    if (!(error instanceof Trouble)) throw error;
    say(`${error.message} Rizo starts without it.`);
  }
  const running = await bringUp(stateFolder('.'), port);
  const record: RunRecord = {
    launcher: process.pid,
    server: running.serverPid,
    postgres: running.postgresPid,
    url: running.url,
  };
  writeFileSync(recordFile(), JSON.stringify(record));
  let asked = false;
  const stopped = new Promise<void>((done) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
      process.on(signal, () => {
        if (!asked) say('stopping …');
        asked = true;
        done();
      });
  });
  say('ready; Ctrl-C stops it.');
  console.log(running.url);
  await Promise.race([stopped, running.ended]);
  await running.stop();
  rmSync(recordFile(), { force: true });
  if (asked) return 0;
  throw new Trouble(
    `the server ended by itself; its log is ${join(stateFolder('.'), 'server.log')}. Run ./rizo start again.`,
  );
}

/** Stops a running Rizo, or what is left of one. Returns the exit code. */
export async function stop(): Promise<number> {
  const record = readRecord();
  if (!record) {
    say('Rizo is not running.');
    return 0;
  }
  await endProcess(record.launcher, LAUNCHER_MARK, 'SIGTERM', 30);
  await clearLeftovers(record);
  say('stopped.');
  return 0;
}
