/** The server as the pages see it. */
import type { History } from '../../core/report/history.ts';
import type { Report } from '../../core/report/report.ts';
import type { SaveRequest } from '../../core/report/save.ts';
import type { Cell } from '../../core/table/column.ts';

export interface OpenedReport {
  id: string;
  revision: number;
  report: Report;
  history: History;
}

export type SaveAnswer =
  | { kind: 'saved'; revision: number }
  | { kind: 'conflict'; newer: OpenedReport; known: string[] }
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

/** Sends the large blocks of a request ahead; answers what went wrong, or the request without them. */
async function sendLargeBlocks(report: string, request: SaveRequest): Promise<Response | SaveRequest> {
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

/** Saves changes; never throws for what a network or a server can do. */
export async function sendChanges(report: string, request: SaveRequest): Promise<SaveAnswer> {
  let response: Response;
  try {
    const left = await sendLargeBlocks(report, request);
    response =
      left instanceof Response
        ? left
        : await fetch(`/api/reports/${report}/changes`, { method: 'POST', headers, body: JSON.stringify(left) });
  } catch (error) {
    if (error instanceof TypeError) return { kind: 'unreachable' };
    throw error;
  }
  if (response.ok) return { kind: 'saved', revision: ((await response.json()) as { revision: number }).revision };
  if (response.status === 409) {
    const { known, ...newer } = (await response.json()) as OpenedReport & { known: string[] };
    return { kind: 'conflict', newer, known };
  }
  if (response.status >= 500) return { kind: 'unreachable' };
  return { kind: 'refused', error: await errorOf(response) };
}

/** Fetches JSON; an error answer is thrown as an Error with its sentence. */
async function fetchJson<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(path, init);
  if (!response.ok) throw new Error(await errorOf(response));
  return (await response.json()) as T;
}

export const openReport = (id: string) => fetchJson<OpenedReport>(`/api/reports/${id}`);
export const loadCells = (report: string, block: string) => fetchJson<Cell[]>(`/api/reports/${report}/blocks/${block}`);

export const createReport = (title: string, edition: string) =>
  fetchJson<{ id: string }>('/api/reports', { method: 'POST', headers, body: JSON.stringify({ title, edition }) });

export const removeReport = (id: string, removed: boolean) =>
  fetchJson<unknown>(`/api/reports/${id}`, { method: 'PATCH', headers, body: JSON.stringify({ removed }) });
