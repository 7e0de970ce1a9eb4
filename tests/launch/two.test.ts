/** Two servers on one database serve one report, and tell each other of changes. */
import { afterAll, expect, it } from 'vitest';
import { freePort } from '../../launcher/processes.ts';
import { ask, place, rename, reports, type Started } from './started.ts';

const [first, second] = [place(), place()];
const all: Started[] = [];

afterAll(async () => {
  // The one with the database last.
  await second.run('stop');
  await first.run('stop');
  for (const { exited } of all) await exited;
});

/** The titles that a listening window is told of, until one of them is `last`. */
async function toldUntil(url: string, report: string, since: number, last: string): Promise<string[]> {
  const response = await ask(url, `/api/reports/${report}/live?since=${since}`, {
    signal: AbortSignal.timeout(60_000),
  });
  const told: string[] = [];
  let text = '';
  for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
    text += Buffer.from(part).toString('utf8');
    const events = text.split('\n\n');
    text = events.pop() ?? '';
    for (const event of events) {
      const [, data] = /^data: (.*)$/m.exec(event) ?? [];
      // What has a name, such as news of the style, is no change of the report.
      if (data === undefined || /^event: /m.test(event)) continue;
      for (const { args } of JSON.parse(data) as { args: { title: string } }[]) told.push(args.title);
    }
    if (told.includes(last)) return told;
  }
  throw new Error(`it ended after ${told.join(', ')}`);
}

it('two servers on one database serve one report and tell each other of changes', async () => {
  const one = first.start(await freePort());
  all.push(one);
  const urlOne = await one.url;
  const two = second.start(await freePort(), { DATABASE_URL: first.record()?.database });
  all.push(two);
  const urlTwo = await two.url;
  const [demo] = await reports(urlTwo);
  const id = demo?.id ?? '';
  expect(await reports(urlOne)).toEqual(await reports(urlTwo));

  const heard = [toldUntil(urlOne, id, 0, 'The last one'), toldUntil(urlTwo, id, 0, 'The last one')];
  const titles = Array.from({ length: 30 }, (_, at) => `Title ${at}`);
  const statuses = await Promise.all(titles.map((title, at) => rename(at % 2 === 0 ? urlOne : urlTwo, id, title)));
  expect(new Set(statuses)).toEqual(new Set([200]));
  expect(await rename(urlTwo, id, 'The last one')).toBe(200);
  const [toOne, toTwo] = await Promise.all(heard);
  expect([...(toOne ?? [])].sort()).toEqual([...titles, 'The last one'].sort());
  expect(toTwo).toEqual(toOne);

  // What either holds of it is that of the other.
  const whole = async (url: string) => (await ask(url, `/api/reports/${id}`)).json();
  expect(await whole(urlOne)).toEqual(await whole(urlTwo));
  const file = async (url: string, held = '') => {
    const figure = '/figures/passengers/file?as=svg';
    const answer = await ask(url, `/api/reports/${id}${figure}`, { headers: { 'if-none-match': held } });
    return { status: answer.status, tag: answer.headers.get('etag') ?? '', text: await answer.text() };
  };
  const [drawnOne, drawnTwo] = [await file(urlOne), await file(urlTwo)];
  expect(drawnTwo).toEqual(drawnOne);
  await rename(urlOne, id, 'Changed at the first');
  expect((await file(urlTwo, drawnTwo.tag)).status).toBe(200);
  expect((await file(urlOne, drawnTwo.tag)).status).toBe(200);
}, 240_000);
