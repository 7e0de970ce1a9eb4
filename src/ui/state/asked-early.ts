/** What a page of a report needs first, asked for as soon as there is an address: before the scripts are read that show it. */
import type { PagesSent } from '../../core/document/outline.ts';
import { loadPages, type OpenedReport, openReport } from './api.ts';

/** What the address calls the manuscript; no thing has such an id. */
export const MANUSCRIPT = '.manuscript';

/** What the address asks to be shown, such as the id of a figure. */
export const addressed = (): string => decodeURIComponent(location.hash.slice(1));

/** So many pages are in sight at first. */
export const FIRST_PAGES = [1, 2] as const;

/** Asked for once, and given to the first who wants it. */
let report: { id: string; opened: Promise<OpenedReport> } | null = null;
let pages: { id: string; sent: Promise<PagesSent> } | null = null;

/** Asks for the report of the address, and for its first pages where its manuscript is to be shown. */
export function askEarly(): void {
  const id = /^\/reports\/([^/]+)/.exec(location.pathname)?.[1];
  if (id === undefined) return;
  report = { id, opened: openReport(id) };
  if (addressed() === MANUSCRIPT) pages = { id, sent: loadPages(id, ...FIRST_PAGES) };
  // What went wrong is told to who waits for them.
  for (const asked of [report.opened, pages?.sent]) asked?.catch(() => undefined);
}

/** A report as it is stored: what was asked for before, once, or asked for now. */
export function reportAsked(id: string): Promise<OpenedReport> {
  const before = report?.id === id ? report.opened : null;
  report = null;
  return before ?? openReport(id);
}

/** Pages of a report as of a revision: those that were asked for before, where they are it, or asked for now. */
export function pagesSince(id: string, revision: number, from: number, to: number): Promise<PagesSent> {
  const before = pages?.id === id && from === FIRST_PAGES[0] && to === FIRST_PAGES[1] ? pages.sent : null;
  pages = null;
  const now = () => loadPages(id, from, to);
  return before ? before.then((sent) => (sent.revision >= revision ? sent : now())) : now();
}
