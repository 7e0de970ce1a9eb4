/** What takes too long or too much memory is given up, and all else goes on. */
import { afterEach, expect, it } from 'vitest';
import { freePort } from '../../launcher/processes.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { LONG_SPARK, largeReport } from '../../tools/load/large.ts';
import { ask, place, reports, type Started } from './started.ts';

const here = place();
const all: Started[] = [];
/** More than can be set within either limit. */
const ROWS = 20_000;
let large = '';

afterEach(async () => {
  await here.run('stop');
  for (const { exited } of all) await exited;
});

/** Starts Rizo with a limit, and asks for things of its demo report and of one that is as large as they come. */
async function limited(limit: NodeJS.ProcessEnv) {
  const started = here.start(await freePort(), limit);
  all.push(started);
  const url = await started.url;
  const demo = (await reports(url)).find(({ title }) => title.startsWith('Skerry'))?.id ?? '';
  if (large === '') {
    const db = openDatabase(here.record()?.database ?? '');
    const made = largeReport(ROWS);
    large = await createReport(db, made.report, made.blocks);
    await db.destroy();
  }
  const file = async (report: string, item: string, as: string) => {
    const answer = await ask(url, `/api/reports/${report}/figures/${item}/file?as=${as}`);
    const text = await answer.text();
    return { status: answer.status, text: answer.ok ? '' : text };
  };
  return {
    much: () => file(large, LONG_SPARK, 'html'),
    little: (item: string) => file(demo, item, 'svg'),
    stop: async () => {
      await here.run('stop');
      await started.exited;
      expect(started.said()).not.toContain('ended by itself');
    },
  };
}

it.each([
  ['time', { RIZO_WORK_SECONDS: '6' }, 'took longer than 6 seconds'],
  ['memory', { RIZO_WORK_MB: '96' }, 'more than the 96 MB of memory'],
])(
  'work that takes too much %s is given up with a sentence; what others ask for is done',
  async (_, limit, sentence) => {
    const { much, little, stop } = await limited(limit);
    // On a busy machine what is little may take as long in a thread that has done nothing yet, and is asked for again.
    const isDone = (item: string) =>
      expect.poll(() => little(item), { timeout: 300_000 }).toMatchObject({ status: 200 });
    const [given] = await Promise.all([much(), ...['passengers', 'punctuality', 'both', 'both'].map(isDone)]);
    expect([given?.status, given?.text]).toEqual([400, expect.stringContaining(sentence)]);
    // The thread that was given up has another in its place.
    await isDone('isles-years');
    expect((await much()).text).toContain(sentence);
    await isDone('years-figure');
    await stop();
  },
);
