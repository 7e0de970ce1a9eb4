/** A database that lies outside of its clone goes with it, or is told. */
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { freePort } from '../../launcher/processes.ts';
import { placeAt, rename, reports } from './started.ts';

// PostgreSQL runs as another user only where Rizo is started by root.
it.runIf(process.getuid?.() === 0)(
  'tells the reports of an earlier clone in the same place, goes on with them where that is asked, and removes them',
  async () => {
    // Closed to all others, as a folder below /root is.
    const state = mkdtempSync(join(tmpdir(), 'rizo-closed-'));
    const here = placeAt(state);
    const port = await freePort();
    const first = here.start(port);
    const url = await first.url;
    const [report] = await reports(url);
    expect(await rename(url, report?.id ?? '', 'Of the first clone')).toBe(200);
    await here.run('stop');
    await first.exited;
    expect(readdirSync(state)).not.toContain('cluster');

    // The clone is removed, and another one is made where it was.
    rmSync(state, { recursive: true });
    mkdirSync(state, { mode: 0o700 });
    const refused = await here.run('start', '--port', String(port));
    expect(refused.status).toBe(1);
    const said = /(\/var\/lib\/rizo\/\w+) holds the reports of an earlier clone/.exec(refused.stderr);
    expect(refused.stderr).toMatch(/start --take-over continues with them, .*stop --remove deletes them/);
    expect(existsSync(join(said?.[1] ?? '', 'secret'))).toBe(true);

    const second = here.start(port, {}, '--take-over');
    expect((await reports(await second.url)).map(({ title }) => title)).toContain('Of the first clone');
    await here.run('stop');
    await second.exited;
    // From now on they are its own.
    const third = here.start(port);
    expect((await reports(await third.url)).map(({ title }) => title)).toContain('Of the first clone');

    const removed = await here.run('stop', '--remove');
    expect([removed.status, await third.exited]).toEqual([0, 0]);
    expect(removed.stderr).toContain(`removed ${said?.[1]}/cluster`);
    expect(existsSync(said?.[1] ?? '')).toBe(false);
    expect(readdirSync(state)).toEqual([]);
  },
);
