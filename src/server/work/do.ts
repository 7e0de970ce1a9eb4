/** Doing jobs, here or in a worker thread: each comes to an answer, also where it is refused. */
import { sql } from 'kysely';
import * as z from 'zod';
import { Blocks, CallsRequest } from '../../core/change/wire.ts';
import { familiesOf } from '../../core/style/type.ts';
import { keptCells, WholeBlock } from '../../core/table/kept.ts';
import { faceKey } from '../../core/type/faces.ts';
import { safeName } from '../../formats/file-name.ts';
import type { ReportForm } from '../../formats/report/wish.ts';
import { addBlock, loadCells } from '../blocks.ts';
import { bundleOf, openBundle } from '../bundles.ts';
import { type Answer, ofOne, requestFor, runCalls } from '../changes.ts';
import type { Database } from '../database.ts';
import { faceFile } from '../faces.ts';
import { addFamilyFiles, FamilySent, knowFamilies } from '../families.ts';
import { answer, checkedBody, json, notFound, refuse } from '../http.ts';
import { lackingOf, lettersFile } from '../letters.ts';
import { fileOf, pagesOf } from '../pages.ts';
import { drawStored } from '../pictures.ts';
import { readDrawn } from '../stored.ts';
import { exceptionsOf } from '../styles.ts';
import type { Job, Progress } from './job.ts';

/** One command, for programs that do not keep the report; `blocks` are the cells of columns that it brings. */
const OneCommand = z.strictObject({
  name: z.string().max(60),
  args: z.unknown(),
  blocks: Blocks.default({}),
  by: CallsRequest.shape.by,
});

/** Runs a request on a report and answers with what it came to; how it is run is for who calls this. */
export async function commands(
  body: Uint8Array,
  run: (request: CallsRequest) => Promise<Answer | undefined>,
): Promise<Response> {
  const { data, replaced } = checkedBody(body, z.union([CallsRequest, OneCommand]));
  const many = 'commands' in data;
  const done = await run(many ? data : requestFor(data, data.blocks));
  return done ? json({ ...(many ? done : ofOne(done)), replaced }) : notFound('report');
}

async function block(db: Database, report: string, id: string, body: Uint8Array): Promise<Response> {
  const { data } = checkedBody(body, WholeBlock);
  const stored = await addBlock(db, report, id, data);
  return stored ? json({ stored: keptCells(data).cells.length }) : notFound('report');
}

/** A block never changes, so a browser may keep it. */
export const cellsAnswer = (text: string): Response =>
  new Response(text, {
    headers: { 'content-type': 'application/json', 'cache-control': 'private, max-age=31536000, immutable' },
  });

async function cells(db: Database, { report, block: id, part }: Job & { do: 'cells' }): Promise<Response> {
  const found = await loadCells(db, report, id);
  return found ? cellsAnswer(JSON.stringify(found[part])) : notFound('column');
}

type Bytes = string | Uint8Array;
const bodyOf = (body: Bytes) => (typeof body === 'string' ? body : new Uint8Array(body));

async function file(
  db: Database,
  { report, item, wish }: Job & { do: 'file' },
  onState: (state: string) => void,
): Promise<Response> {
  const found = await readDrawn(db, report);
  if (!found) return notFound('report');
  onState(found.state);
  await knowFamilies(db, familiesOf(found.style));
  const drawn = await drawStored(db, found, item, wish);
  if (drawn.kind === 'no such format')
    return refuse(400, `Say which format with “as”: ${drawn.formats.join(', ')}.`, 'as');
  if (drawn.kind === 'absent') return notFound(wish.cell ? 'sparkline' : wish.alone ? 'panel' : 'figure');
  const name = encodeURIComponent(`${safeName(drawn.name, 'figure')}.${drawn.file.extension}`);
  return new Response(bodyOf(drawn.file.body), {
    headers: {
      'content-type': drawn.file.mime,
      'content-disposition': `attachment; filename*=UTF-8''${name}`,
      // Nothing inside a picture may run, whatever its words say.
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; font-src data:",
    },
  });
}

async function letters(wanted: (Job & { do: 'letters' })['wanted']): Promise<Response> {
  const { body, mime } = await lettersFile(wanted);
  return new Response(new Uint8Array(body), {
    headers: { 'content-type': mime, 'cache-control': 'public, max-age=31536000, immutable' },
  });
}

async function face(db: Database, { face: id }: Job & { do: 'face' }): Promise<Response> {
  await knowFamilies(db, [faceKey(id).family]);
  const found = await faceFile(id);
  if (!found) return notFound('typeface');
  return new Response(new Uint8Array(found.body), {
    headers: {
      'content-type': found.mime,
      'cache-control': 'private, max-age=86400',
    },
  });
}

/** The manuscript of a report with all that it is set from; null where there is none. */
async function manuscript(db: Database, report: string) {
  const found = await readDrawn(db, report);
  if (found) await knowFamilies(db, familiesOf(found.style));
  return found;
}

async function pages(db: Database, { report, from, to }: Job & { do: 'pages' }): Promise<Response> {
  const found = await manuscript(db, report);
  return found ? json(await pagesOf(db, found, from, to)) : notFound('report');
}

/** Sets pages of the report that was changed last and has a text with figures, so that what sets them is open. */
async function readyPages(db: Database): Promise<Response> {
  const last = await db
    .selectFrom('reports')
    .select('id')
    .where('kind', '=', 'report')
    .where('removed_at', 'is', null)
    .where(sql<boolean>`jsonb_path_exists(document, '$.manuscript.blocks.* ? (@.type == "figure")')`)
    .orderBy('changed_at', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (last) await pages(db, { do: 'pages', report: last.id, from: 1, to: 1 });
  return json({});
}

/** What an archive is called beside the report. */
const ARCHIVES: Partial<Record<ReportForm, string>> = { markdown: 'text', figures: 'figures' };

async function reportFile(
  db: Database,
  { report, wish }: Job & { do: 'report file' },
  onProgress: (progress: Progress) => void,
): Promise<Response> {
  const found = await manuscript(db, report);
  if (!found) return notFound('report');
  const { bytes, mime, extension, unclaimed } = await fileOf(db, found, wish, (done, of) => onProgress({ done, of }));
  const { title, edition } = found.stored.report;
  const words = [title, edition, ARCHIVES[wish.form]].filter(Boolean).join(' ');
  const name = encodeURIComponent(`${safeName(words, 'report')}.${extension}`);
  return new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': mime,
      'content-disposition': `attachment; filename*=UTF-8''${name}`,
      'cache-control': 'private, no-cache',
      // What keeps it from claiming what was asked, as a word of the standard.
      ...(unclaimed !== null && { 'x-rizo-unclaimed': encodeURIComponent(unclaimed) }),
    },
  });
}

/** A bundle as it is sent: its bytes in base64. */
const BundleSent = z.strictObject({ name: z.string().max(300), data: z.base64('A bundle is sent as base64.') });

async function bundle(db: Database, { report }: Job & { do: 'bundle' }): Promise<Response> {
  const made = await bundleOf(db, report);
  if (!made) return notFound('report');
  const name = encodeURIComponent(`${safeName(made.name, 'report')}.rizo`);
  return new Response(new Uint8Array(made.bytes), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename*=UTF-8''${name}`,
      'cache-control': 'private, no-cache',
    },
  });
}

async function opened(db: Database, body: Uint8Array): Promise<Response> {
  const { name, data } = checkedBody(body, BundleSent).data;
  return json({ id: await openBundle(db, name, Buffer.from(data, 'base64')) }, 201);
}

/** Does a job and answers, and says of which state of the report a file was drawn. */
export async function doJob(
  db: Database,
  job: Job,
  onProgress: (progress: Progress) => void = () => undefined,
): Promise<{ response: Response; state: string | null }> {
  let state: string | null = null;
  const response = await answer(async () => {
    switch (job.do) {
      case 'commands':
        return commands(job.body, (request) => runCalls(db, job.report, request));
      case 'block':
        return block(db, job.report, job.block, job.body);
      case 'cells':
        return cells(db, job);
      case 'letters':
        return letters(job.wanted);
      case 'lacking':
        return json({ lacking: lackingOf(job.text) });
      case 'face':
        return face(db, job);
      case 'bundle':
        return bundle(db, job);
      case 'open bundle':
        return opened(db, job.body);
      case 'pages':
        return pages(db, job);
      case 'ready pages':
        return readyPages(db);
      case 'report file':
        return reportFile(db, job, onProgress);
      case 'exceptions':
        return json(await exceptionsOf(db, job.style));
      case 'family':
        return json(await addFamilyFiles(db, checkedBody(job.body, FamilySent).data), 201);
      case 'file':
        return file(db, job, (found) => {
          state = found;
        });
    }
  });
  return { response, state };
}
