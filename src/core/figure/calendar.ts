/** Calendars: the rows of another table, such as closures or changes of method, laid on a figure as events and bands. */
import { type Cell, type Column, columnOf, type Table, wholeLackOf } from '../table/column.ts';
import { addUnits, type CalendarUnit, floorTo } from '../time/calendar.ts';
import { type Interval, unitOf } from '../time/interval.ts';
import { datePosition, type PointSetting, pointPosition } from './date-position.ts';
import type { DrawnMark, DressedMark, DressedMarkOf, Mark } from './marks.ts';

/** The tables that calendars take their rows from, by id. */
export type CalendarTables = ReadonlyMap<string, Table>;
export const NO_CALENDARS: CalendarTables = new Map();

/** Ids of the tables that the calendars of some marks take their rows from. */
export const calendarTablesOf = (marks: readonly Mark[]): string[] => [
  ...new Set(marks.flatMap((mark) => (mark.kind === 'calendar' ? [mark.table] : []))),
];

/** More rows of a calendar than this are no picture any more. */
const MOST_ENTRIES = 200;

/** What came of a calendar: how many rows are in the picture, and how many more than are drawn. */
export interface CalendarRows {
  /** what its table is called; empty where that is not there */
  title: string;
  drawn: number;
  omitted: number;
  /** every name its rows have; with one alone, it is written once */
  names: number;
  /** the column of places or of names is not in its table, or the table is not there */
  lacks: 'table' | 'column' | null;
}

type Place = readonly [from: number, to: number];

/** The axis across as far as a calendar needs it. */
interface Along {
  kind: Column['kind'];
  /** where a row stands from its beginning to its end, which are one place where it has none; null for no place */
  placeOf(from: Moment, to: Moment | null): Place | null;
  /** the ends of the axis, in positions */
  ends: Place;
}

/** A value along the axis across, with the interval of its column where that is one of dates. */
interface Moment {
  at: number | string;
  interval: Interval | null;
}

interface Row {
  from: Moment;
  to: Moment | null;
  name: string;
}

const textOf = (cell: Cell | undefined): string => (cell === null || cell === undefined ? '' : String(cell).trim());

function rowsOf(mark: DressedMarkOf<'calendar'>, table: Table, kind: Along['kind']): Row[] | null {
  const column = (key: string | null): Column | undefined => (key === null ? undefined : columnOf(table, key));
  const [from, to, named] = [column(mark.from), column(mark.to), column(mark.named)];
  if (!from || (mark.to !== null && !to) || (mark.named !== null && !named)) return null;
  const totals = new Set(table.totals);
  const placeAt = (of: Column | undefined, row: number): Moment | null => {
    const cell = of?.cells[row] ?? null;
    if (of?.kind !== kind || cell === null || cell === '' || (typeof cell === 'string') !== (kind === 'text'))
      return null;
    return { at: cell, interval: of.kind === 'date' ? of.interval : null };
  };
  return from.cells.flatMap((_, row): Row[] => {
    const start = totals.has(row) ? null : placeAt(from, row);
    return start === null ? [] : [{ from: start, to: placeAt(to, row), name: textOf(named?.cells[row]) }];
  });
}

/** A row in the order it runs, with where it stands; null for one that is not on the axis. */
function placed({ from, to, name }: Row, { placeOf, ends }: Along) {
  const isTurned = to !== null && typeof from.at === 'number' && typeof to.at === 'number' && from.at > to.at;
  const [first, last] = isTurned ? [to, from] : [from, to];
  const place = placeOf(first, last);
  if (!place || place[1] < ends[0] || place[0] > ends[1]) return null;
  return { from: first.at, to: last?.at ?? null, name, place };
}

/**
 * Where rows stand along dates: a moment where it was, if its column is finer
 * than the axis, and else in its period; what has an end, from the beginning
 * of its first period to the end of the last, in the periods of the calendar.
 */
export function placeOnDates(unit: CalendarUnit, setting: PointSetting): Along['placeOf'] {
  return (from, to) => {
    if (typeof from.at !== 'number' || from.interval === null) return null;
    const own = unitOf(from.interval);
    if (to === null) {
      const isFiner = addUnits(0, own, 1) < addUnits(0, unit, 1);
      const at = isFiner ? datePosition(from.at, unit) : pointPosition(from.at, unit, setting);
      return [at, at];
    }
    if (typeof to.at !== 'number' || to.interval === null) return null;
    // Dates that happen to stand weeks apart are days all the same.
    const last = unitOf(to.interval) === 'week' ? 'day' : unitOf(to.interval);
    return [
      datePosition(floorTo(from.at, own === 'week' ? 'day' : own), unit),
      datePosition(addUnits(floorTo(to.at, last), last, 1), unit),
    ];
  };
}

/**
 * Puts the rows of calendars in their places among the other marks, as events,
 * and as bands where a row has an end. Names are counted over all calendars of
 * a figure, in the order in which they stand; the same name is the same number.
 * `own` is the id of the figure's own table.
 */
export function withCalendars(
  marks: readonly DressedMark[],
  tables: CalendarTables,
  own: string,
  along: Along,
): { marks: DrawnMark[]; calendars: Map<string, CalendarRows> } {
  const calendars = new Map<string, CalendarRows>();
  const numbers = new Map<string, number>();
  const drawn = marks.flatMap((mark): DrawnMark[] => {
    if (mark.kind !== 'calendar') return [mark];
    const table = tables.get(mark.table);
    const rows = table && rowsOf(mark, table, along.kind);
    if (!rows) {
      calendars.set(mark.id, {
        title: table?.title ?? '',
        drawn: 0,
        omitted: 0,
        names: 0,
        lacks: !table || wholeLackOf(table) ? 'table' : 'column',
      });
      return [];
    }
    // In the figure's own table, the rows that have a name are those that something happened in.
    const named = mark.table === own ? rows.filter(({ name }) => name !== '') : rows;
    const all = named.flatMap((row) => placed(row, along) ?? []).sort((a, b) => a.place[0] - b.place[0]);
    const some = all.slice(0, MOST_ENTRIES);
    const names = new Set(some.flatMap(({ name }) => (name === '' ? [] : [name])));
    for (const name of names) if (!numbers.has(name)) numbers.set(name, numbers.size + 1);
    calendars.set(mark.id, {
      title: table.title,
      drawn: some.length,
      omitted: all.length - some.length,
      names: names.size,
      lacks: null,
    });
    const { id, colour, weight, pattern, opacity } = mark;
    return some.map(({ from, to, name, place }): DrawnMark => {
      const shared = { id, name, colour, shown: true, moved: null, entry: { number: numbers.get(name) ?? 0, place } };
      return place[0] === place[1]
        ? { ...shared, kind: 'event', at: from, weight, pattern }
        : { ...shared, kind: 'band', over: { kind: 'across', from, to: to ?? from }, opacity };
    });
  });
  return { marks: drawn, calendars };
}
