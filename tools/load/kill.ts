/** Kills server and database of a Rizo of its own again and again: `npm run kills [ROUNDS]`. */
import { freePort } from '../../launcher/processes.ts';
import { killRun } from '../../tests/launch/kill-run.ts';
import { place } from '../../tests/launch/started.ts';

const here = place();
const started = here.start(await freePort(), { RIZO_RESTARTS: '100000' });
const run = await killRun(here, await started.url, Number(process.argv[2] ?? 200));
await here.run('stop');
await started.exited;
console.log(
  `${run.rounds} rounds in ${Math.round(run.seconds)} s: ${run.acknowledged} changes acknowledged, ${run.unanswered} requests not answered, ${run.wrong.length} faults`,
);
for (const fault of run.wrong) console.log(fault);
process.exitCode = run.wrong.length === 0 ? 0 : 1;
