/** The time of a job: it counts from when a thread begins with it, and ends what does not come to an end. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';

const build = mkdtempSync(join(tmpdir(), 'rizo-threads-'));
afterAll(() => {
  vi.unstubAllEnvs();
  rmSync(build, { recursive: true, force: true });
});

/** A build whose threads take longer to start than a job may take; a job for “never” goes on for ever. */
mkdirSync(join(build, 'work'));
writeFileSync(
  join(build, 'work', 'work.worker.js'),
  `await new Promise((done) => setTimeout(done, 2500));
   export default async function work({ job, port }) {
     port.postMessage('begun');
     if (job.text === 'never') await new Promise(() => setInterval(() => undefined, 1000));
     port.postMessage({ done: 1, of: 1 });
     port.close();
     return { packed: { status: 200, headers: [], body: new TextEncoder().encode(job.text) }, state: null };
   }`,
);
writeFileSync(join(build, 'package.json'), '{ "type": "module" }');
vi.stubEnv('RIZO_BUILD', build);
vi.stubEnv('RIZO_WORK_SECONDS', '1');
vi.stubEnv('RIZO_READY', 'later');
vi.stubEnv('DATABASE_URL', 'postgres://nobody@127.0.0.1:1/none');
const { doInThread, inThread } = await import('../../src/server/work/pool.ts');

describe('a job', () => {
  it('has its whole time, however long its thread took to start', async () => {
    const told: unknown[] = [];
    const watch = { onProgress: (progress: unknown) => told.push(progress), signal: new AbortController().signal };
    const { packed } = await doInThread('one', { do: 'lacking', text: 'done' }, watch);
    expect(new TextDecoder().decode(packed.body)).toBe('done');
    await expect.poll(() => told).toEqual([{ done: 1, of: 1 }]);
  });
  it('that does not end is given up with a sentence, and others go on', async () => {
    const never = inThread('one', { do: 'lacking', text: 'never' });
    const other = inThread('two', { do: 'lacking', text: 'other' });
    await expect(never).rejects.toThrow('This took longer than 1 seconds and was stopped; use fewer rows.');
    expect(await (await other).text()).toBe('other');
    expect(await (await inThread('one', { do: 'lacking', text: 'after it' })).text()).toBe('after it');
  });
});
