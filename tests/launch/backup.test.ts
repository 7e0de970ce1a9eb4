/** What is stored is written to a file and put back, also elsewhere, and a file that is none changes nothing. */
import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { freePort } from '../../launcher/processes.ts';
import { ask, place, rename, reports, type Started } from './started.ts';

const here = place();
const there = place();
const all: Started[] = [];

async function start(at: typeof here): Promise<{ url: string; stop(): Promise<void> }> {
  const started = at.start(await freePort());
  all.push(started);
  return {
    url: await started.url,
    stop: async () => {
      await at.run('stop');
      await started.exited;
    },
  };
}

/** Everything that the API gives of a Rizo: reports with their documents, all changes and all cells. */
async function everythingIn(url: string): Promise<unknown> {
  const whole = async (id: string) => {
    const document = await (await ask(url, `/api/reports/${id}/document`)).text();
    const { changes } = (await (await ask(url, `/api/reports/${id}/changes?since=0`)).json()) as { changes: unknown };
    const blocks = [...document.matchAll(/"block":\s*"([^"]+)"/g)].map(([, block]) => block ?? '').sort();
    const cells = await Promise.all(
      blocks.map(async (block) => (await ask(url, `/api/reports/${id}/blocks/${block}`)).text()),
    );
    expect(blocks.length).toBeGreaterThan(3);
    return { document, changes, cells };
  };
  const found = await reports(url);
  return Promise.all(found.map(async ({ id, title, revision }) => ({ id, title, revision, whole: await whole(id) })));
}

afterAll(async () => {
  await Promise.all([here.run('stop'), there.run('stop')]);
  for (const { exited } of all) await exited;
});

describe('a backup', () => {
  const file = join(here.state, 'a folder', 'all of it.rizo');

  it('of a running Rizo holds all of it, and is put back elsewhere as it was', async () => {
    const first = await start(here);
    const id = (await reports(first.url))[0]?.id ?? '';
    for (const title of ['Schären “Süd”', '北码头', 'Last before the backup']) await rename(first.url, id, title);
    const before = await everythingIn(first.url);
    const made = await here.run('backup', file);
    expect([made.status, made.stdout.trim()]).toEqual([0, file]);
    expect(made.stderr).toContain('2 reports with 3 changes');
    await rename(first.url, id, 'After the backup');

    const again = await here.run('backup', file);
    expect([again.status, again.stderr]).toEqual([1, expect.stringContaining('already exists')]);
    const running = await here.run('restore', file);
    expect([running.status, running.stderr]).toEqual([1, expect.stringContaining('./rizo stop')]);
    await first.stop();

    const put = await there.run('restore', file);
    expect([put.status, put.stderr]).toEqual([0, expect.stringContaining('2 reports with 3 changes are there now')]);
    const second = await start(there);
    expect(await everythingIn(second.url)).toEqual(before);
    expect(await rename(second.url, id, 'It goes on there')).toBe(200);
    await second.stop();
  });

  it('takes the place of what was there, which is kept; what is no backup changes nothing', async () => {
    const broken = join(here.state, 'broken');
    writeFileSync(broken, 'not a backup');
    for (const path of [broken, join(here.state, 'nowhere')]) {
      const { status, stderr } = await here.run('restore', path);
      expect([status, stderr.trim().split('\n').length]).toEqual([1, 1]);
    }
    const first = await start(here);
    expect((await reports(first.url))[0]?.title).toBe('After the backup');
    await first.stop();
    const put = await here.run('restore', file);
    expect(put.stderr).toMatch(/kept in the database rizo_before_\d{14}/);
    const second = await start(here);
    expect((await reports(second.url))[0]?.title).toBe('Last before the backup');
    await second.stop();
    // Also of a Rizo that does not run; nothing half written is left.
    const still = await here.run('backup', join(here.state, 'still.rizo'));
    expect(still.status).toBe(0);
    expect(existsSync(join(here.state, 'still.rizo'))).toBe(true);
    expect(
      readdirSync(here.state, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.part')),
    ).toEqual([]);
    for (const path of ['/proc/nowhere', join(broken, 'in a file'), join(here.state, 'no', 'such', 'folder')]) {
      const { status, stderr } = await here.run('backup', path);
      expect([path, status, stderr.trim().split('\n').at(-1)]).toEqual([path, 1, expect.stringMatching(/^rizo: /)]);
    }
  });
});
