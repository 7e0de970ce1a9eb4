/** The server as the pages see it. */

import type { Change } from '../../core/change/change.ts';
import type { CallsRequest } from '../../core/change/wire.ts';
import type { PagesSent } from '../../core/document/outline.ts';
import type { ReportRecord } from '../../core/report/record.ts';
import type { Cell, ReceivedTexts } from '../../core/table/column.ts';
import type { Family } from '../../core/type/families.ts';
import type { House } from './report-state.ts';
import { author } from './session.ts';

export interface OpenedReport {
  id: string;
  /** a report, or a style that reports have in common */
  kind: 'report' | 'style';
  revision: number;
  report: ReportRecord;
  /** the last changes of this author, the oldest first */
  own: Change[];
  /** the style of a house by which it is set; null where it has its own, or that one is gone */
  house: House | null;
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
  /** something that was sent cannot be read, so nothing of it was done */
  | { kind: 'unfit'; error: string }
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

/** What a server answers that cannot read a request. */
const UNFIT = new Set([400, 413, 422]);

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
  const error = await errorOf(response);
  // It says so of what was sent, and not of who sends it.
  return UNFIT.has(response.status) ? { kind: 'unfit', error } : { kind: 'refused', error };
}

const UNREACHABLE = 'The server cannot be reached; Rizo keeps trying, and what you do here is kept.';

/** Fetches something; what a network does is thrown as an Error in a sentence. */
async function fetched(path: string, init?: RequestInit): Promise<Response> {
  try {
    return await fetch(path, init);
  } catch (error) {
    if (error instanceof TypeError) throw new Error(UNREACHABLE);
    throw error;
  }
}

/** Fetches JSON; an error answer is thrown as an Error with its sentence. */
async function fetchJson<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetched(path, init);
  if (!response.ok) throw new Error(await errorOf(response));
  return (await response.json()) as T;
}

export const openReport = (id: string) =>
  fetchJson<OpenedReport>(`/api/reports/${id}?by=${encodeURIComponent(author())}`);
/** A report as it is now, without what this author did in it. */
export const fetchReport = (id: string) => fetchJson<OpenedReport>(`/api/reports/${id}`);

export interface StyleSummary {
  id: string;
  name: string;
  revision: number;
  /** how many reports are set by it */
  reports: number;
}

export const listStyles = () => fetchJson<StyleSummary[]>('/api/styles');
export const loadHouse = (id: string) => fetchJson<House>(`/api/styles/${id}`);
/** Makes a house style: under a name, or as a file says it. */
export const createStyle = (wish: unknown) =>
  fetchJson<{ id: string }>('/api/styles', { method: 'POST', headers, body: JSON.stringify(wish) });
export const removeStyle = (id: string) =>
  fetchJson<unknown>(`/api/styles/${id}`, { method: 'PATCH', headers, body: JSON.stringify({ removed: true }) });
/** What a report that is set by a style has set by hand. */
export interface Exceptions {
  id: string;
  title: string;
  /** how many settings, and of what */
  count: number;
  said: string;
}
export const listExceptions = (style: string) => fetchJson<Exceptions[]>(`/api/styles/${style}/exceptions`);

/** Makes a report of a bundle; its bytes as base64. */
export const openBundle = (name: string, data: string) =>
  fetchJson<{ id: string }>('/api/bundles', { method: 'POST', headers, body: JSON.stringify({ name, data }) });

/** Families of type of one's own. */
export const listFamilies = () => fetchJson<Family[]>('/api/families');
/** Has a family kept; its files as base64. */
export const keepFamily = (files: { name: string; data: string }[]) =>
  fetchJson<Family>('/api/families', { method: 'POST', headers, body: JSON.stringify({ files }) });
export const removeFamily = (id: string) =>
  fetchJson<unknown>(`/api/families/${id}`, { method: 'PATCH', headers, body: JSON.stringify({ removed: true }) });
export const listReports = () => fetchJson<{ id: string; title: string; figures: string[] }[]>('/api/reports');

/** Some pages of a report as it was last saved, and where everything stands on all of them. */
export const loadPages = (report: string, from: number, to: number) =>
  fetchJson<PagesSent>(`/api/reports/${report}/manuscript/pages?from=${from}&to=${to}`);

/** Runs one command on a report that is not open in this page; gives the id of its change, by which it can be undone. */
export async function runOn(report: string, name: string, args: unknown): Promise<string | null> {
  const { changes } = await fetchJson<{ changes: Change[] }>(`/api/reports/${report}/commands`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ name, args, by: author() }),
  });
  return changes.findLast((change) => change.name === name)?.id ?? null;
}
/** Takes a change of a report back that is not open in this page. */
export const undoOn = (report: string, change: string) =>
  fetchJson<unknown>(`/api/reports/${report}/undo`, { method: 'POST', headers, body: JSON.stringify({ change }) });

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
/** The cells of a block; undefined where the server does not have them. */
export async function loadCells(report: string, block: string): Promise<Cell[] | undefined> {
  const response = await fetched(`/api/reports/${report}/blocks/${block}`);
  if (response.status === 404) return undefined;
  if (!response.ok) throw new Error(await errorOf(response));
  return (await response.json()) as Cell[];
}
/** What was received of a block's cells, or null where its cells tell it. */
export const loadReceived = (report: string, block: string) =>
  fetchJson<ReceivedTexts | null>(`/api/reports/${report}/blocks/${block}?part=received`);

export const createReport = (title: string, edition: string) =>
  fetchJson<{ id: string }>('/api/reports', { method: 'POST', headers, body: JSON.stringify({ title, edition }) });

export const removeReport = (id: string, removed: boolean) =>
  fetchJson<unknown>(`/api/reports/${id}`, { method: 'PATCH', headers, body: JSON.stringify({ removed }) });
