import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { freePort, isRunning } from '../../launcher/processes.ts';

const rizo = fileURLToPath(new URL('../../rizo', import.meta.url));
const state = mkdtempSync(join(tmpdir(), 'rizo-state-'));
const { DATABASE_URL: _, RIZO_URL: __, ...plain } = process.env;
const env = { ...plain, RIZO_STATE: state };
// A state folder that the database's own user can reach, as a clone outside /root is.
spawnSync('chmod', ['755', state]);

interface Started {
  child: ChildProcess;
  url: string;
  exited: Promise<number | null>;
}

async function start(port: number): Promise<Started> {
  const child = spawn(rizo, ['start', '--port', String(port)], { env, stdio: ['ignore', 'pipe', 'inherit'] });
  const exited = new Promise<number | null>((done) => child.once('exit', done));
  const url = await new Promise<string>((done, fail) => {
    child.stdout?.on('data', (data: Buffer) => done(data.toString().trim()));
    child.once('exit', () => fail(new Error('it ended before it was ready')));
  });
  return { child, url, exited };
}

const record = () =>
  JSON.parse(readFileSync(join(state, 'run.json'), 'utf8')) as { launcher: number; server: number; postgres: number };
const reports = async (url: string) =>
  (await (await fetch(`${url}/api/reports`)).json()) as { id: string; title: string; revision: number }[];
const rename = async (url: string, id: string, title: string) =>
  fetch(`${url}/api/reports/${id}/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'report.setWords', args: { title } }),
  });

let last: Started | undefined;
afterAll(() => {
  last?.child.kill('SIGTERM');
  return last?.exited;
});

describe('./rizo start', () => {
  it('serves the demo report, survives kill -9 of server and database, and stops cleanly', {
    timeout: 120_000,
  }, async () => {
    const port = await freePort();
    const first = await start(port);
    last = first;
    expect(first.url).toBe(`http://127.0.0.1:${port}`);
    const [demo] = await reports(first.url);
    expect(demo?.title).toBe('Skerry Line: monthly service report');
    expect((await rename(first.url, demo?.id ?? '', 'Saved before the crash')).status).toBe(200);

    const { server, postgres } = record();
    process.kill(postgres, 'SIGKILL');
    process.kill(server, 'SIGKILL');
    expect(await first.exited).toBe(1);

    const second = await start(port);
    last = second;
    expect((await reports(second.url)).map(({ title, revision }) => ({ title, revision }))).toEqual([
      { title: 'Saved before the crash', revision: 1 },
    ]);

    // The launcher itself killed: the next start clears what it left behind.
    const left = record();
    second.child.kill('SIGKILL');
    await second.exited;
    const third = await start(port);
    last = third;
    expect(isRunning(left.server, 'server/entry.mjs')).toBe(false);
    expect(await reports(third.url)).toHaveLength(1);

    const again = spawnSync(rizo, ['start', '--port', String(port)], { env, encoding: 'utf8', timeout: 60_000 });
    expect(again).toMatchObject({ status: 0, stdout: `${third.url}\n` });

    const pids = record();
    third.child.kill('SIGINT');
    expect(await third.exited).toBe(0);
    await wait(100);
    expect(isRunning(pids.server, 'server/entry.mjs')).toBe(false);
    expect(isRunning(pids.postgres, 'postgres')).toBe(false);
    expect(spawnSync(rizo, ['stop'], { env, encoding: 'utf8', timeout: 60_000 }).stderr).toContain('not running');
  });

  it('says in one line that a port is taken', async () => {
    const port = await freePort();
    const blocker = createServer();
    await new Promise<void>((done) => blocker.listen(port, '127.0.0.1', done));
    const { status, stderr } = spawnSync(rizo, ['start', '--port', String(port)], {
      env,
      encoding: 'utf8',
      timeout: 60_000,
    });
    blocker.close();
    expect(status).toBe(1);
    expect(stderr.trim()).toBe(
      `rizo: port ${port} is taken by another program; stop that one or choose a port: ./rizo start --port ${port + 1}`,
    );
  });

  it('says in one line that the database of DATABASE_URL cannot be used', () => {
    const { status, stderr } = spawnSync(rizo, ['start', '--port', '0'], { env, encoding: 'utf8', timeout: 60_000 });
    expect([status, stderr.trim()]).toEqual([1, 'rizo: --port takes a number from 1 to 65535.']);
    const away = spawnSync(rizo, ['start', '--port', '45871'], {
      env: { ...env, DATABASE_URL: 'postgres://nobody:x@127.0.0.1:9/none' },
      encoding: 'utf8',
      timeout: 60_000,
    });
    expect(away.status).toBe(1);
    expect(away.stderr).toMatch(/the database of DATABASE_URL cannot be used .*check the address/);
  });
});
