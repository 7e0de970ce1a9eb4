/** Draws figures anew many times and tells the memory of the server: `npm run renders [COUNT]`. */
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoReport } from '../../demo/skerry.ts';
import { freePort } from '../../launcher/processes.ts';
import { bringUp } from '../../launcher/serve.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { Client } from './measure.ts';

const COUNT = Number(process.argv[2] ?? 10_000);
const CONNECTIONS = 4;

const state = mkdtempSync(join(tmpdir(), 'rizo-renders-'));
chmodSync(state, 0o755);
let server = 0;
const watch = {
  isAsked: () => false,
  onSpawn: (what: 'server' | 'postgres', pid: number) => {
    if (what === 'server') server = pid;
  },
};
const running = await bringUp(state, await freePort(), watch, { demo: false });
const db = openDatabase(running.databaseUrl);
const demo = demoReport();
const reports = await Promise.all(
  Array.from({ length: CONNECTIONS }, () => createReport(db, demo.report, demo.blocks)),
);
const figures = demo.report.items.filter(({ type }) => type === 'figure').map(({ id }) => id);
const client = new Client(running.url, CONNECTIONS);

/** Megabytes that the server has in memory. */
const megabytes = () =>
  Math.round(Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${server}/status`, 'utf8'))?.[1]) / 1024);

let drawn = 0;
async function draw(connection: number): Promise<void> {
  const report = reports[connection] ?? '';
  while (drawn < COUNT) {
    const item = figures[drawn++ % figures.length] ?? '';
    if (drawn % 1000 === 0) console.log(`${drawn} drawn, ${megabytes()} MB`);
    const body = { name: 'item.setWords', args: { item, words: { title: `Drawn as number ${drawn}` } }, by: 'renders' };
    await client.ask({ method: 'POST', path: `/api/reports/${report}/commands`, body });
    const { status } = await client.ask({ method: 'GET', path: `/api/reports/${report}/figures/${item}/file?as=svg` });
    if (status !== 200) throw new Error(`answered ${status}`);
  }
}

try {
  console.log(`0 drawn, ${megabytes()} MB`);
  await Promise.all(Array.from({ length: CONNECTIONS }, (_, connection) => draw(connection)));
  console.log(`${drawn} drawn, ${megabytes()} MB`);
} finally {
  client.close();
  await db.destroy();
  await running.stop();
  rmSync(state, { recursive: true, force: true });
}
