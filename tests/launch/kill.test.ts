/** Nothing that was acknowledged is lost, however server and database end. */
import { expect, it } from 'vitest';
import { freePort } from '../../launcher/processes.ts';
import { killRun } from './kill-run.ts';
import { place } from './started.ts';

it('keeps all that was acknowledged through 6 kills of server, database or both', async () => {
  const here = place();
  const started = here.start(await freePort(), { RIZO_RESTARTS: '1000' });
  const run = await killRun(here, await started.url, 6);
  await here.run('stop');
  await started.exited;
  console.log(`${run.acknowledged} changes acknowledged in ${run.rounds} rounds, ${Math.round(run.seconds)} s`);
  expect(run.wrong).toEqual([]);
  expect(run.acknowledged).toBeGreaterThan(run.rounds);
}, 300_000);
