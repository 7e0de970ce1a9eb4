/** Killing server and database while reports are changed, and looking whether all that was acknowledged is there. */
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { ask, type Place, reports, until } from './started.ts';

export interface KillRun {
  rounds: number;
  acknowledged: number;
  /** requests that were answered with 503, or not at all, while something was away */
  unanswered: number;
  /** what is wrong: changes that were acknowledged and are not there, revisions that are missing, states that do not fit */
  wrong: string[];
  seconds: number;
}

interface Logged {
  id: string;
  revision: number;
  args: { title?: string };
}

const WRITERS = 4;

/** All changes of a report, the oldest first. */
async function logOf(url: string, report: string): Promise<Logged[]> {
  const all: Logged[] = [];
  for (;;) {
    const answer = await ask(url, `/api/reports/${report}/changes?since=${all.at(-1)?.revision ?? 0}`);
    const { changes } = (await answer.json()) as { changes: Logged[] };
    if (changes.length === 0) return all;
    all.push(...changes);
  }
}

/** What does not fit in a report: its log without holes, its newest title that of the last change, and all acknowledged in it. */
async function wrongIn(url: string, report: string, acknowledged: ReadonlyMap<string, string>): Promise<string[]> {
  const log = await logOf(url, report);
  const wrong: string[] = [];
  log.forEach(({ revision }, at) => {
    if (revision !== at + 1) wrong.push(`revision ${at + 1} is ${revision}`);
  });
  const title = (await reports(url)).find(({ id }) => id === report)?.title;
  if (title !== log.at(-1)?.args.title)
    wrong.push(`the title is “${title}”, the last change set “${log.at(-1)?.args.title}”`);
  const logged = new Map(log.map(({ id, args }) => [id, args.title]));
  for (const [id, wanted] of acknowledged) if (logged.get(id) !== wanted) wrong.push(`“${wanted}” is not there`);
  if (logged.size !== log.length) wrong.push('a change is there twice');
  return wrong;
}

/** Kills the server, the database or both, so many times, while several write to reports of one Rizo. */
export async function killRun(here: Place, url: string, rounds: number): Promise<KillRun> {
  const begin = performance.now();
  const made = await Promise.all(
    ['One', 'Two'].map(async (title) => {
      const answer = await ask(url, '/api/reports', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ title }),
      });
      return ((await answer.json()) as { id: string }).id;
    }),
  );
  const acknowledged = new Map(made.map((id) => [id, new Map<string, string>()]));
  let [isOn, unanswered] = [true, 0];
  const write = async (writer: number) => {
    const report = made[writer % made.length] ?? '';
    for (let turn = 0; isOn; turn++) {
      const [id, title] = [randomUUID(), `Writer ${writer}, ${turn}`];
      const body = JSON.stringify({
        base: 0,
        by: `writer-${writer}`,
        commands: [{ id, name: 'report.setWords', args: { title } }],
      });
      // As a window does: the same change is sent until it is acknowledged.
      for (;;) {
        try {
          const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body };
          const { status } = await ask(url, `/api/reports/${report}/commands`, {
            ...init,
            signal: AbortSignal.timeout(8000),
          });
          if (status === 200) break;
        } catch (error) {
          if (!(error instanceof TypeError) && (error as Error).name !== 'TimeoutError') throw error;
        }
        unanswered++;
        if (!isOn) return;
        await wait(20);
      }
      acknowledged.get(report)?.set(id, title);
      await wait(Math.random() * 20);
    }
  };
  const writing = Array.from({ length: WRITERS }, (_, writer) => write(writer));
  for (let round = 0; round < rounds; round++) {
    await wait(100 + Math.random() * 400);
    const before = here.record();
    const [server, database] = [round % 3 !== 1, round % 3 !== 0];
    if (database) process.kill(before?.postgres ?? 0, 'SIGKILL');
    if (server) process.kill(before?.server ?? 0, 'SIGKILL');
    await until(async () => {
      const now = here.record();
      if ((server && now?.server === before?.server) || (database && now?.postgres === before?.postgres)) return false;
      try {
        return (await ask(url, '/api/health')).ok;
      } catch (error) {
        if (error instanceof TypeError) return false;
        throw error;
      }
    });
  }
  isOn = false;
  await Promise.all(writing);
  const wrong: string[] = [];
  for (const [id, changes] of acknowledged) wrong.push(...(await wrongIn(url, id, changes)));
  const count = [...acknowledged.values()].reduce((sum, { size }) => sum + size, 0);
  return { rounds, acknowledged: count, unanswered, wrong, seconds: (performance.now() - begin) / 1000 };
}
