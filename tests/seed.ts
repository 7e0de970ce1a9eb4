/**
 * Random cases are the same in each run, so that a run says something of the
 * code and not of the day. `RIZO_SEED=…` tries others, `RIZO_SEED=any` new ones.
 */
import fc from 'fast-check';

const wished = process.env['RIZO_SEED'] ?? '20261126';
if (wished !== 'any') fc.configureGlobal({ seed: Number(wished) });
