import type * as z from 'zod';
import { CallsRequest } from '../core/change/wire.ts';
import { firstWrong } from '../core/issue.ts';
import { Id } from '../core/named/id.ts';
import { isName } from '../core/named/keyed.ts';
import { Refusal } from '../core/refusal.ts';
import { storable, storableValue } from '../core/text/storable.ts';
import { databaseTrouble, RETRY_AFTER, sayTrouble } from './database-trouble.ts';
import { Unreadable } from './stored.ts';
import { Busy } from './work/slots.ts';

/** Request bodies over this size are refused. A table of 50 MB is somewhat larger as JSON. */
const MOST_BODY = 96 * 1024 * 1024;

class BadRequest extends Refusal {
  constructor(
    message: string,
    readonly status: number,
    readonly path?: string,
  ) {
    super(message);
  }
}

/** A JSON answer. */
export function json(value: unknown, status = 200): Response {
  return new Response(JSON.stringify(value), {
    status,
    headers: { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' },
  });
}

/** An answer that says in one sentence what was refused. */
export function refuse(status: number, error: string, path?: string): Response {
  return json(path ? { error, path } : { error }, status);
}

/** An answer that says when to ask again. */
function later(status: number, error: string, seconds: number): Response {
  const response = refuse(status, error);
  response.headers.set('retry-after', String(seconds));
  return response;
}

export const notFound = (what: string) => refuse(404, `There is no such ${what}; it may have been removed.`);

/** The body of a request, as it is sent. */
export async function readBytes(request: Request): Promise<Uint8Array> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw new BadRequest('Send the request as application/json.', 415);
  const sizeError = () => new BadRequest('The request is larger than 96 MB; send less at once.', 413);
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BODY) throw sizeError();
  if (!request.body) return new Uint8Array();
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += part.byteLength;
    if (size > MOST_BODY) throw sizeError();
    parts.push(part);
  }
  return Buffer.concat(parts);
}

/** How deep a body may be nested; a report is nine deep. */
const MOST_DEPTH = 64;

function parseBody(text: string): unknown {
  try {
    return JSON.parse(text, (key, value: unknown) => {
      if (!isName(key)) throw new BadRequest(`“${key}” cannot be used as a name; choose another one.`, 400, key);
      return value;
    });
  } catch (error) {
    if (error instanceof SyntaxError) throw new BadRequest('The request body is not valid JSON.', 400);
    if (error instanceof RangeError) throw new BadRequest('The request body is nested too deeply.', 400);
    throw error;
  }
}

/** A body that was checked, and in how many of its texts something that cannot be stored was replaced. */
interface Body<T> {
  data: T;
  replaced: number;
}

/** Makes the texts of a JSON body storable and checks it; what is wrong is answered 400 with its path. */
export function checkedBody<Schema extends z.ZodType>(bytes: Uint8Array, schema: Schema): Body<z.infer<Schema>> {
  const made = storableValue(
    parseBody(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('utf8')),
    MOST_DEPTH,
  );
  if (!made) throw new BadRequest('The request body is nested too deeply.', 400);
  const parsed = schema.safeParse(made.value);
  if (parsed.success) return { data: parsed.data, replaced: made.replaced };
  const { path, message } = firstWrong(parsed.error);
  throw new BadRequest(message, 400, path.join('.') || '(whole body)');
}

/** The checked data of a JSON body. */
export const readJson = async <Schema extends z.ZodType>(request: Request, schema: Schema): Promise<z.infer<Schema>> =>
  checkedBody(await readBytes(request), schema).data;

/** An id in the path of an address; what is none is answered as what is not there. */
export function idIn(params: Record<string, string | undefined>, name: 'report' | 'figure' | 'block'): string {
  const parsed = Id.safeParse(params[name]);
  if (!parsed.success)
    throw new BadRequest(`There is no such ${name === 'block' ? 'column' : name}; it may have been removed.`, 404);
  return parsed.data;
}

/** An author in the query of an address; null where none is given. */
export function authorIn(url: URL): string | null {
  const text = url.searchParams.get('by');
  if (text === null) return null;
  const parsed = CallsRequest.shape.by.safeParse(storable(text));
  if (!parsed.success) throw new BadRequest('Give “by” as the id of an author.', 400, 'by');
  return parsed.data;
}

/** A revision in the query of an address; 0 where none is given. */
export function revisionIn(url: URL, name: string): number {
  const text = url.searchParams.get(name) ?? '0';
  if (!/^\d{1,9}$/.test(text)) throw new BadRequest(`Give “${name}” as the number of a revision.`, 400, name);
  return Number(text);
}

/** Runs an endpoint; refusals become 4xx answers, and what went wrong on our side is logged and answered 500. */
export async function answer(run: () => Promise<Response>): Promise<Response> {
  try {
    return await run();
  } catch (error) {
    if (error instanceof BadRequest) return refuse(error.status, error.message, error.path);
    if (error instanceof Unreadable) return refuse(422, error.message);
    if (error instanceof Refusal) return refuse(400, error.message);
    if (error instanceof Busy) return later(503, 'Rizo is busy; try again in a moment.', 2);
    const trouble = databaseTrouble(error);
    if (trouble) {
      console.error(`${trouble}: ${error instanceof Error ? error.message : String(error)}`);
      return later(trouble === 'full' ? 507 : 503, sayTrouble(trouble), RETRY_AFTER[trouble]);
    }
    console.error(error);
    return refuse(500, 'Rizo could not do this just now; what was saved before is safe. Try again in a moment.');
  }
}
