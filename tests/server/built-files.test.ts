/** The files of the build as they are sent: compressed, the same as they are, and few before a report opens. */
import { get } from 'node:http';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { BASE } from '../browser/browser.ts';

interface Sent {
  encoding: string | undefined;
  bytes: Buffer;
}

/** A file as it goes over the wire. */
const sent = (path: string, encodings: string): Promise<Sent> =>
  new Promise((resolve, reject) => {
    get(`${BASE}${path}`, { headers: { 'accept-encoding': encodings } }, (answer) => {
      const chunks: Buffer[] = [];
      answer.on('data', (chunk: Buffer) => chunks.push(chunk));
      answer.on('error', reject);
      answer.on('end', () => resolve({ encoding: answer.headers['content-encoding'], bytes: Buffer.concat(chunks) }));
    }).on('error', reject);
  });

/** Scripts that a page needs before anything in it acts, with all that they load at once. */
async function firstScripts(page: string): Promise<string[]> {
  const html = (await sent(page, 'identity')).bytes.toString('utf8');
  const waiting = [...html.matchAll(/(?:component-url|renderer-url|script type="module" src)="([^"]+)"/g)].map(
    ([, url]) => url ?? '',
  );
  expect(waiting.length).toBeGreaterThan(1);
  const found = new Set<string>();
  for (let url = waiting.pop(); url !== undefined; url = waiting.pop()) {
    if (found.has(url)) continue;
    found.add(url);
    const script = (await sent(url, 'identity')).bytes.toString('utf8');
    const folder = url.slice(0, url.lastIndexOf('/'));
    for (const [, name] of script.matchAll(/(?:import|from)\s*["']\.\/([^"']+\.js)["']/g))
      waiting.push(`${folder}/${name}`);
  }
  return [...found];
}

/** What the first scripts of a report may weigh (bytes, as sent to a browser that takes gzip). */
const MOST = 200_000;

describe('the files of the build', () => {
  it('are sent compressed, and are the same as those that are not', async () => {
    for (const url of await firstScripts('/reports/none')) {
      const plain = await sent(url, 'identity');
      const [zipped, best] = [await sent(url, 'gzip'), await sent(url, 'gzip, deflate, br')];
      expect(plain.encoding).toBeUndefined();
      if (plain.bytes.length < 1400) continue;
      expect([zipped.encoding, best.encoding], url).toEqual(['gzip', 'br']);
      expect(gunzipSync(zipped.bytes).equals(plain.bytes)).toBe(true);
      expect(brotliDecompressSync(best.bytes).equals(plain.bytes)).toBe(true);
    }
  });

  it('that a report needs before it acts weigh less than 200 kB', async () => {
    const scripts = await firstScripts('/reports/none');
    const weights = await Promise.all(
      scripts.map(async (url) => [url, (await sent(url, 'gzip')).bytes.length] as const),
    );
    const whole = weights.reduce((sum, [, bytes]) => sum + bytes, 0);
    expect(whole, JSON.stringify(Object.fromEntries(weights))).toBeLessThan(MOST);
  });
});
