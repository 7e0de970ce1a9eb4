/**
 * Runs the tests that try random cases with new seeds, round by round, for as
 * many minutes as are asked for (an hour): `npm run random 10`. `RIZO_RUNS` says
 * how many times as many cases a round tries. Ends at the first round that fails,
 * with the seed by which it is had again.
 */
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';

const minutes = Number(process.argv[2] ?? 60);
const runs = process.env['RIZO_RUNS'] ?? '5';
const ends = Date.now() + minutes * 60_000;

for (let round = 1; Date.now() < ends; round++) {
  const seed = String(randomInt(1, 2 ** 31));
  console.log(`round ${round}: RIZO_SEED=${seed} RIZO_RUNS=${runs}`);
  const { status } = spawnSync(
    process.execPath,
    ['node_modules/vitest/vitest.mjs', 'run', '--project=unit', '--project=page', '--reporter=dot'],
    { stdio: 'inherit', env: { ...process.env, RIZO_SEED: seed, RIZO_RUNS: runs } },
  );
  if (status !== 0) {
    console.error(
      `round ${round} failed; again with: RIZO_SEED=${seed} RIZO_RUNS=${runs} npx vitest run --project=unit --project=page`,
    );
    process.exit(1);
  }
}
