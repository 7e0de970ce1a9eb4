import type { z } from 'zod';
import { firstWrong } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { InvalidChange } from './reports.ts';

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

export const notFound = (what: string) => refuse(404, `There is no such ${what}; it may have been removed.`);

async function readBody(request: Request): Promise<string> {
  const sizeError = () => new BadRequest('The request is larger than 96 MB; send less at once.', 413);
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BODY) throw sizeError();
  if (!request.body) return '';
  const parts: Uint8Array[] = [];
  let size = 0;
  for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += part.byteLength;
    if (size > MOST_BODY) throw sizeError();
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

/** Reads a JSON body and checks it; what is wrong is answered 400 with its path. */
export async function readJson<Schema extends z.ZodType>(request: Request, schema: Schema): Promise<z.infer<Schema>> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw new BadRequest('Send the request as application/json.', 415);
  let value: unknown;
  try {
    value = JSON.parse(await readBody(request));
  } catch (error) {
    if (error instanceof SyntaxError) throw new BadRequest('The request body is not valid JSON.', 400);
    throw error;
  }
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const { path, message } = firstWrong(parsed.error);
  throw new BadRequest(message, 400, path.join('.') || '(whole body)');
}

/** Runs an endpoint; refusals become 4xx answers, and what went wrong on our side is logged and answered 500. */
export async function answer(run: () => Promise<Response>): Promise<Response> {
  try {
    return await run();
  } catch (error) {
    if (error instanceof BadRequest) return refuse(error.status, error.message, error.path);
    if (error instanceof InvalidChange) return refuse(400, error.message, error.path);
    if (error instanceof Refusal) return refuse(400, error.message);
    console.error(error);
    return refuse(500, 'Rizo could not do this just now; what was saved before is safe. Try again in a moment.');
  }
}
