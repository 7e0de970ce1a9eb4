/** Killing server and database while reports are changed, and looking whether all that was acknowledged is there. */
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { type ReportRecord, reportOf } from '../../src/core/report/record.ts';
import { storedTableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { Cell } from '../../src/core/table/column.ts';
import { textsOfLayer } from '../../src/core/table/layer.ts';
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

type Cells = Record<string, Record<string, string>>;

interface Logged {
  id: string;
  revision: number;
  args: { title?: string; cells?: Cells };
}

const ROWS = 1500;
const COLUMNS = ['a', 'b'];
/** A table of texts, so that what is typed stands as it was. */
const TABLE = packTable(
  't',
  {
    title: 'Piers',
    rows: ROWS,
    columns: COLUMNS.map((key) => ({
      key,
      title: key,
      kind: 'text',
      ordered: false,
      cells: new Array(ROWS).fill('as received'),
    })),
    totals: [],
    remarks: [],
  },
  randomUUID,
);

/** What is typed at a turn: one cell mostly, and many now and then, so that they are put together. */
function typing(writer: number, turn: number): Cells {
  const key = COLUMNS[Math.floor(turn / 2) % 2] ?? '';
  const count = turn % 10 === 9 ? ROWS : 1;
  const rows = Array.from({ length: count }, (_, at) => `r.${(turn * 7 + writer + at) % ROWS}`);
  return { [key]: Object.fromEntries(rows.map((row) => [row, `${writer}, ${turn}`])) };
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

/** What a change was to do, as a text. */
const said = ({ title, cells = {} }: Logged['args']) =>
  title ??
  Object.entries(cells)
    .map(([key, texts]) => `${key} ${Object.keys(texts).length} × ${Object.values(texts)[0]}`)
    .join();

/** Cells that are not what the last change of the log that typed into them says. */
async function wrongCells(url: string, report: string, log: readonly Logged[]): Promise<string[]> {
  const wanted = new Map<string, string>();
  for (const { args } of log)
    for (const [key, texts] of Object.entries(args.cells ?? {}))
      for (const [row, text] of Object.entries(texts)) wanted.set(`${key} ${row}`, text);
  const { report: record } = (await (await ask(url, `/api/reports/${report}`)).json()) as { report: ReportRecord };
  const table = storedTableIn(reportOf(record), TABLE.item.id);
  const wrong: string[] = [];
  let isLong = false;
  for (const { meta, layer, typed } of table?.columns ?? []) {
    isLong ||= layer !== undefined;
    const below =
      layer === undefined ? [] : ((await (await ask(url, `/api/reports/${report}/blocks/${layer}`)).json()) as Cell[]);
    const stands = { ...textsOfLayer(below), ...typed };
    for (const [cell, text] of wanted) {
      const [key, row = ''] = cell.split(' ');
      if (key === meta.key && stands[row] !== text && wrong.length < 5)
        wrong.push(`“${cell}” is “${stands[row]}”, not “${text}”`);
    }
  }
  if (wanted.size > 0 && log.length > 200 && !isLong) wrong.push('nothing was put together');
  return wrong;
}

/** What does not fit in a report: its log without holes, its newest title that of the last change, and all acknowledged in it. */
async function wrongIn(url: string, report: string, acknowledged: ReadonlyMap<string, string>): Promise<string[]> {
  const log = await logOf(url, report);
  const wrong: string[] = [];
  log.forEach(({ revision }, at) => {
    if (revision !== at + 1) wrong.push(`revision ${at + 1} is ${revision}`);
  });
  wrong.push(...(await wrongCells(url, report, log)));
  const titled = log.filter(({ args }) => args.title !== undefined);
  const title = (await reports(url)).find(({ id }) => id === report)?.title;
  if (title !== titled.at(-1)?.args.title)
    wrong.push(`the title is “${title}”, the last change set “${titled.at(-1)?.args.title}”`);
  const logged = new Map(log.map(({ id, args }) => [id, said(args)]));
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
      const { id } = (await answer.json()) as { id: string };
      const commands = [{ id: randomUUID(), name: 'item.add', args: { item: TABLE.item } }];
      const added = await ask(url, `/api/reports/${id}/commands`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ base: 0, by: 'first', commands, blocks: TABLE.blocks }),
      });
      if (!added.ok) throw new Error(await added.text());
      return id;
    }),
  );
  const acknowledged = new Map(made.map((id) => [id, new Map<string, string>()]));
  let [isOn, unanswered] = [true, 0];
  const write = async (writer: number) => {
    const report = made[writer % made.length] ?? '';
    for (let turn = 0; isOn; turn++) {
      const id = randomUUID();
      const command =
        turn % 3 === 0
          ? { id, name: 'report.setWords', args: { title: `Writer ${writer}, ${turn}` } }
          : { id, name: 'table.setCells', args: { table: TABLE.item.id, cells: typing(writer, turn) } };
      const body = JSON.stringify({ base: 0, by: `writer-${writer}`, commands: [command] });
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
      acknowledged.get(report)?.set(id, said(command.args));
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
