/**
 * What the server does under load: `npm run load [SECONDS]`. Starts Rizo in a
 * state folder of its own and prints, for each kind of work by 20 connections,
 * answers a second and their times, with those of /api/health beside it.
 */
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoReport } from '../../demo/skerry.ts';
import { freePort } from '../../launcher/processes.ts';
import { bringUp } from '../../launcher/serve.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { LONG_FIGURE, LONG_SPARK, largeReport } from './large.ts';
import { beside, Client, during, percentile, type Times } from './measure.ts';

const SECONDS = Number(process.argv[2] ?? 6);
const CONNECTIONS = 20;

const state = mkdtempSync(join(tmpdir(), 'rizo-load-'));
chmodSync(state, 0o755);
const running = await bringUp(state, await freePort(), undefined, { demo: false });
const db = openDatabase(running.databaseUrl);

const demo = demoReport();
const reports = await Promise.all(
  Array.from({ length: CONNECTIONS }, () => createReport(db, demo.report, demo.blocks)),
);
const reportOf = (connection: number) => reports[connection % reports.length] ?? '';
const figures = demo.report.items.filter(({ type }) => type === 'figure').map(({ id }) => id);
const large = largeReport();
const largeId = await createReport(db, large.report, large.blocks);

const client = new Client(running.url, CONNECTIONS + 8);
const probe = new Client(running.url, 1);
const health = async () => (await probe.ask({ method: 'GET', path: '/api/health' })).status;
const fileOf = (report: string, item: string, as: string) => `/api/reports/${report}/figures/${item}/file?as=${as}`;
const get = async (path: string, headers: Record<string, string> = {}) => client.ask({ method: 'GET', path, headers });
const retitle = (report: string, title: string) =>
  client.ask({
    method: 'POST',
    path: `/api/reports/${report}/commands`,
    body: { name: 'item.setWords', args: { item: figures[0], words: { title } }, by: 'load' },
  });

const round = (ms: number) => (ms < 10 ? ms.toFixed(1) : Math.round(ms).toString());
function tell(name: string, times: Times, besides: Times): void {
  const statuses = Object.entries(times.statuses)
    .map(([status, count]) => `${count} × ${status}`)
    .join(', ');
  const cells = [
    name,
    (times.ms.length / times.seconds).toFixed(1),
    round(percentile(times, 0.5)),
    round(percentile(times, 0.99)),
    round(percentile(besides, 0.99)),
    statuses,
  ];
  console.log(`| ${cells.join(' | ')} |`);
}

async function work(name: string, connections: number, one: (connection: number, turn: number) => Promise<number>) {
  const { done, times } = await beside(20, health, during(SECONDS, connections, one));
  tell(name, done, times);
}

try {
  console.log('| work | answers a second | p50 ms | p99 ms | health p99 ms | answers |\n|---|---|---|---|---|---|');
  await work('nothing but health', 1, health);
  await work('figures as SVG, for the first time', CONNECTIONS, async (connection, turn) => {
    const { status } = await get(fileOf(reportOf(connection), figures[turn % figures.length] ?? '', 'svg'));
    return status;
  });
  await work('the same, nothing changed', CONNECTIONS, async (connection, turn) => {
    const { status } = await get(fileOf(reportOf(connection), figures[turn % figures.length] ?? '', 'svg'));
    return status;
  });
  const tags = new Map<string, string>();
  await work('the same, of those who hold them', CONNECTIONS, async (connection, turn) => {
    const path = fileOf(reportOf(connection), figures[turn % figures.length] ?? '', 'svg');
    const held = tags.get(path);
    const reply = await get(path, held === undefined ? {} : { 'if-none-match': held });
    if (typeof reply.headers['etag'] === 'string') tags.set(path, reply.headers['etag']);
    return reply.status;
  });
  await work('figures drawn anew, each after a change', CONNECTIONS, async (connection, turn) => {
    await retitle(reportOf(connection), `Passengers ${connection} ${turn}`);
    return (await get(fileOf(reportOf(connection), figures[0] ?? '', 'svg'))).status;
  });
  await work('commands, one report', CONNECTIONS, async (connection, turn) => {
    return (await retitle(reportOf(0), `Passengers ${connection} ${turn}`)).status;
  });
  await work('commands, 20 reports', CONNECTIONS, async (connection, turn) => {
    return (await retitle(reportOf(connection), `Passengers ${connection} ${turn}`)).status;
  });
  await work('figure of 100,000 rows, drawn anew', 4, async (_, turn) => {
    await client.ask({
      method: 'POST',
      path: `/api/reports/${largeId}/commands`,
      body: { name: 'item.setWords', args: { item: LONG_FIGURE, words: { title: `Long ${turn} ${randomUUID()}` } } },
    });
    return (await get(fileOf(largeId, LONG_FIGURE, 'svg'))).status;
  });
  await work('documents of 1,500 sparkline rows', 4, async (_, turn) => {
    await client.ask({
      method: 'POST',
      path: `/api/reports/${largeId}/commands`,
      body: { name: 'item.setWords', args: { item: LONG_SPARK, words: { title: `Long ${turn} ${randomUUID()}` } } },
    });
    return (await get(fileOf(largeId, LONG_SPARK, 'docx'))).status;
  });
  let isOver = false;
  const documents = Promise.all(
    Array.from({ length: 4 }, async (_, at) => {
      for (let turn = 0; !isOver; turn++) {
        const title = `Meanwhile ${at} ${turn}`;
        await client.ask({
          method: 'POST',
          path: `/api/reports/${largeId}/commands`,
          body: { name: 'item.setWords', args: { item: LONG_SPARK, words: { title } } },
        });
        await get(fileOf(largeId, LONG_SPARK, 'docx'));
      }
    }),
  );
  await work('figures as SVG beside such documents', CONNECTIONS, async (connection, turn) => {
    const { status } = await get(fileOf(reportOf(connection), figures[turn % figures.length] ?? '', 'svg'));
    return status;
  });
  isOver = true;
  await documents;
} finally {
  client.close();
  probe.close();
  await db.destroy();
  await running.stop();
  rmSync(state, { recursive: true, force: true });
}
