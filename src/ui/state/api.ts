/** The server as the pages see it. */
import type { Change } from '../../core/change/change.ts';
import type { CallsRequest } from '../../core/change/wire.ts';
import type { ReportRecord } from '../../core/report/record.ts';
import type { Cell, ReceivedTexts } from '../../core/table/column.ts';
import { author } from './session.ts';

export interface OpenedReport {
  id: string;
  revision: number;
  report: ReportRecord;
  /** the last changes of this author, the oldest first */
  own: Change[];
}

/** What the server made of calls. */
interface Taken {
  kind: 'taken';
  changes: Change[];
  refused: { id: string; error: string }[];
  /** ids of calls that were in the log already */
  known: string[];
}

export type SendAnswer =
  | Taken
  /** the report was taken off the Desk */
  | { kind: 'gone' }
  | { kind: 'refused'; error: string }
  | { kind: 'unreachable' };

const headers = { 'content-type': 'application/json' };

async function errorOf(response: Response): Promise<string> {
  const fallback = `The server answered ${response.status}; try again in a moment.`;
  try {
    const { error } = (await response.json()) as { error?: string };
    return error ?? fallback;
  } catch (error) {
    // An answer that is no JSON comes from something between page and server.
    if (error instanceof SyntaxError) return fallback;
    throw error;
  }
}

/** A block of more cells is sent on its own, so that writing a large table out never holds up the page. */
const LARGE = 5000;

type Request = Omit<CallsRequest, 'by'>;

/** Sends the large blocks of a request ahead; answers what went wrong, or the request without them. */
async function sendLargeBlocks(report: string, request: Request): Promise<Response | Request> {
  const blocks = { ...request.blocks };
  for (const [id, block] of Object.entries(blocks)) {
    if (!Array.isArray(block) || block.length <= LARGE) continue;
    const path = `/api/reports/${report}/blocks/${id}`;
    const response = await fetch(path, { method: 'PUT', headers, body: JSON.stringify(block) });
    if (!response.ok) return response;
    delete blocks[id];
  }
  return { ...request, blocks };
}

/** Sends calls; never throws for what a network or a server can do. */
export async function sendCalls(report: string, request: Request): Promise<SendAnswer> {
  let response: Response;
  try {
    const left = await sendLargeBlocks(report, request);
    response =
      left instanceof Response
        ? left
        : await fetch(`/api/reports/${report}/commands`, {
            method: 'POST',
            headers,
            body: JSON.stringify({ ...left, by: author() }),
          });
    if (response.ok) return { kind: 'taken', ...((await response.json()) as Omit<Taken, 'kind'>) };
  } catch (error) {
    if (error instanceof TypeError || error instanceof SyntaxError) return { kind: 'unreachable' };
    throw error;
  }
  if (response.status === 404) return { kind: 'gone' };
  if (response.status >= 500 || response.status === 429) return { kind: 'unreachable' };
  return { kind: 'refused', error: await errorOf(response) };
}

/** Fetches JSON; an error answer is thrown as an Error with its sentence. */
async function fetchJson<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(path, init);
  if (!response.ok) throw new Error(await errorOf(response));
  return (await response.json()) as T;
}

export const openReport = (id: string) =>
  fetchJson<OpenedReport>(`/api/reports/${id}?by=${encodeURIComponent(author())}`);
export const loadChanges = (id: string, since: number) =>
  fetchJson<{ revision: number; changes: Change[] }>(`/api/reports/${id}/changes?since=${since}`);
/** All changes after one revision up to another, the oldest first. */
export async function loadMissed(id: string, since: number, until: number): Promise<Change[]> {
  const all: Change[] = [];
  for (let at = since; at < until; ) {
    const { changes } = await loadChanges(id, at);
    const wanted = changes.filter(({ revision }) => revision <= until);
    const last = wanted.at(-1);
    if (!last) break;
    all.push(...wanted);
    at = last.revision;
  }
  return all;
}
export const loadCells = (report: string, block: string) => fetchJson<Cell[]>(`/api/reports/${report}/blocks/${block}`);
/** What was received of a block's cells, or null where its cells tell it. */
export const loadReceived = (report: string, block: string) =>
  fetchJson<ReceivedTexts | null>(`/api/reports/${report}/blocks/${block}?part=received`);

export const createReport = (title: string, edition: string) =>
  fetchJson<{ id: string }>('/api/reports', { method: 'POST', headers, body: JSON.stringify({ title, edition }) });

export const removeReport = (id: string, removed: boolean) =>
  fetchJson<unknown>(`/api/reports/${id}`, { method: 'PATCH', headers, body: JSON.stringify({ removed }) });
