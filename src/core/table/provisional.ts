/** Values that their office marks as provisional or estimated, where they are the last ones. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { formatPeriod } from '../time/format.ts';
import type { Column } from './column.ts';
import { partsOfNumber } from './number-text.ts';
import type { Finding, Reading } from './reading.ts';
import { listed } from './words.ts';

const ENGLISH = localeOf(LOCALES[0]);
/** Flags of values that will still change. */
const PROVISIONAL = /^\(?(?:p|e|f|pe|ep|prov|est)\.?\)?$/;

/** True for the received text of a number with such a flag beside it. */
export function isMarkedProvisional(text: string | null): boolean {
  const parts = text === null ? null : partsOfNumber(text);
  return parts !== null && PROVISIONAL.test(parts.word ?? parts.marks ?? '');
}

/** The first date from which on, and only from there, some column has such values; null where they stand elsewhere, too. */
function provisionalFrom(dates: Column & { kind: 'date' }, columns: readonly Column[]): number | null {
  let from = Infinity;
  let lastFinished = -Infinity;
  dates.cells.forEach((date, row) => {
    if (typeof date !== 'number') return;
    const texts = columns.flatMap(({ kind, received }) => (kind === 'number' ? (received?.[row] ?? []) : []));
    if (texts.some(isMarkedProvisional)) from = Math.min(from, date);
    else lastFinished = Math.max(lastFinished, date);
  });
  return Number.isFinite(from) && lastFinished < from && Number.isFinite(lastFinished) ? from : null;
}

/**
 * Finds a last stretch of periods whose values are marked as provisional, and
 * offers to draw it as unfinished; where its user decided so, it is.
 */
export function markProvisional(columns: Column[], reading: Reading): { columns: Column[]; findings: Finding[] } {
  const dates = columns.find((column) => column.kind === 'date');
  if (dates?.kind !== 'date' || dates.unfinishedFrom !== undefined) return { columns, findings: [] };
  const flagged = columns.filter(({ kind, received }) => kind === 'number' && received);
  const from = flagged.length > 0 ? provisionalFrom(dates, flagged) : null;
  if (from === null) return { columns, findings: [] };
  const named = listed(
    flagged.filter(({ received }) => received?.some((text) => isMarkedProvisional(text))).map(({ title }) => title),
  );
  const said = `values from ${formatPeriod(from, dates.interval, ENGLISH)} on are marked as provisional or estimated in ${named}`;
  if (reading.provisional !== true)
    return {
      columns,
      findings: [
        {
          column: dates.key,
          text: `${dates.title}: ${said}.`,
          others: [{ say: 'Draw them as unfinished', reading: { provisional: true } }],
        },
      ],
    };
  return {
    columns: columns.map((column) => (column === dates ? { ...dates, unfinishedFrom: from } : column)),
    findings: [
      {
        column: dates.key,
        text: `${dates.title}: ${said}, and drawn as unfinished.`,
        others: [{ say: 'Draw them as finished', reading: { provisional: false } }],
      },
    ],
  };
}
