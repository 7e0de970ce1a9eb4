/** Files of reports, drawn once for each state of a report. */
import { createHash } from 'node:crypto';
import { basename } from 'node:path';
import { LRUCache } from 'lru-cache';
import { database } from '../database.ts';
import { notFound } from '../http.ts';
import { stateOf } from '../stored.ts';
import { type Done, type Packed, unpacked, type Wish } from './job.ts';
import { doInThread } from './pool.ts';

const MOST_BYTES = 96 * 1024 * 1024;
const kept = new LRUCache<string, Packed>({ maxSize: MOST_BYTES, maxEntrySize: MOST_BYTES / 4 });
/** what is being drawn, so that who asks for the same waits for it */
const drawing = new Map<string, Promise<Done>>();

/** The same for the same file, by the same build of Rizo. */
const keyOf = (report: string, item: string, wish: Wish, state: string): string =>
  createHash('sha256')
    .update(JSON.stringify([basename(process.env['RIZO_BUILD'] ?? ''), report, item, wish, state]))
    .digest('base64url')
    .slice(0, 27);

async function draw(report: string, item: string, wish: Wish, key: string): Promise<Done> {
  const job = drawing.get(key) ?? doInThread(report, { do: 'file', report, item, wish });
  drawing.set(key, job);
  try {
    return await job;
  } finally {
    drawing.delete(key);
  }
}

/** Whether one of the tags that who asks holds is this one (RFC 9110, 13.1.2). */
const isHeld = (tag: string, asked: string | null): boolean =>
  asked?.split(',').some((held) => held.trim().replace(/^W\//, '') === tag) ?? false;

/** A file of a report as it was last saved: as it was drawn before, or drawn now; nothing but “not modified” for who holds it. */
export async function fileOf(report: string, item: string, wish: Wish, asked: string | null): Promise<Response> {
  const state = await stateOf(database(), report);
  if (state === undefined) return notFound('report');
  let key = keyOf(report, item, wish, state);
  if (isHeld(`"${key}"`, asked)) return new Response(null, { status: 304, headers: { etag: `"${key}"`, ...AGAIN } });
  let packed = kept.get(key);
  if (!packed) {
    const done = await draw(report, item, wish, key);
    packed = done.packed;
    // It may have been changed after it was asked of which state it is.
    if (done.state !== null) key = keyOf(report, item, wish, done.state);
    if (packed.status === 200) kept.set(key, packed, { size: packed.body.byteLength + 1000 });
  }
  const response = unpacked(packed);
  if (packed.status !== 200) return response;
  response.headers.set('etag', `"${key}"`);
  for (const [name, value] of Object.entries(AGAIN)) response.headers.set(name, value);
  return response;
}

/** It may be held, and is asked for each time whether it is still the same. */
const AGAIN = { 'cache-control': 'private, no-cache' };
