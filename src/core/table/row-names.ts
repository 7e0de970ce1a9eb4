/**
 * Rows by name. A row is called after the run that it came with and its number
 * in that: `r.12`. Received rows are one run, for which nothing is stored; rows
 * that are put in are a run each, which stands behind the row that was above it
 * then. What is taken out is told by name and keeps its place, so that what was
 * put in behind it stays where it is, and it can come back.
 */
import * as z from 'zod';
import { Id } from '../named/id.ts';
import { keyed } from '../named/keyed.ts';

export const MOST_ROWS = 2_000_000;

/** Name of a row. */
export const RowName = z
  .string()
  .regex(/^[\w-]{1,64}\.\d{1,7}$/, 'A row is named by its run and its number, such as r.12.');
export type RowName = z.infer<typeof RowName>;

const Number_ = z.number().int().min(0).max(MOST_ROWS);

/** Rows that follow each other, by name: `of.from` to `of.(from + count - 1)`. */
export const Run = z.strictObject({ of: Id, from: Number_, count: Number_.min(1) });
export type Run = z.infer<typeof Run>;

/** Whether no row is in two of some runs. */
function areApart(runs: readonly Run[]): boolean {
  const sorted = [...runs].sort((a, b) => (a.of < b.of ? -1 : a.of > b.of ? 1 : a.from - b.from));
  return sorted.every((run, at) => {
    const next = sorted[at + 1];
    return !next || next.of !== run.of || next.from >= run.from + run.count;
  });
}

/** The rows whose cells are in blocks, as runs; those of a table as it was brought in are one. */
export const Runs = z.array(Run).max(200_000).refine(areApart, 'A row has its cells in one place only.');

/** Rows that something is said of, such as that they sum others. */
export const MarkedRows = z.record(RowName, z.literal(true));
export type MarkedRows = z.infer<typeof MarkedRows>;

/** Rows that were put in, called `id.0`, `id.1` and so on, behind a row, or above all where that is null. */
export const InsertedRun = z.strictObject({ id: Id, count: Number_.min(1), after: RowName.nullable() });
export type InsertedRun = z.infer<typeof InsertedRun>;

/** Runs that were taken out, by their first row and their count, such as r.40:2. */
export const RemovedRuns = z.record(
  z
    .string()
    .regex(
      /^[\w-]{1,64}\.\d{1,7}:\d{1,7}$/,
      'Removed rows are named by the first of them and their count, such as r.40:2.',
    ),
  z.literal(true),
);
export type RemovedRuns = Readonly<Record<string, true>>;

export const removedName = ({ of, from, count }: Run): string => `${of}.${from}:${count}`;

/** The run that a name of removed rows says. */
export function removedRun(name: string): Run {
  const colon = name.lastIndexOf(':');
  const { of, number } = partsOfRow(name.slice(0, colon));
  return { of, from: number, count: Number(name.slice(colon + 1)) };
}

export const InsertedRuns = keyed(z.array(InsertedRun).max(20_000), 'id', 'inserted rows');

export const rowName = (of: string, number: number): RowName => `${of}.${number}`;

export function partsOfRow(name: RowName): { of: string; number: number } {
  const dot = name.lastIndexOf('.');
  return { of: name.slice(0, dot), number: Number(name.slice(dot + 1)) };
}

/** What the rows of a table are made of. */
export interface RowSource {
  /** rows whose cells are in the blocks of the columns, in their order there */
  base: readonly Run[];
  inserted: readonly InsertedRun[];
  /** runs that were taken out; they may overlap, and name rows that are gone */
  removed: RemovedRuns;
}

/** A stretch of rows as they stand in the table; `base` is where the first of them is in the blocks, null where they are not. */
export interface Stretch extends Run {
  base: number | null;
}

type Gaps = ReadonlyMap<string, readonly (readonly [from: number, to: number])[]>;

/** Removed rows of each run as intervals that rise and do not touch. */
function gapsOf(removed: RemovedRuns): Gaps {
  const gaps = new Map<string, [number, number][]>();
  const runs = Object.keys(removed).map(removedRun);
  for (const { of, from, count } of runs.sort((a, b) => a.from - b.from)) {
    const own = gaps.get(of) ?? [];
    gaps.set(of, own);
    const last = own.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], from + count);
    else own.push([from, from + count]);
  }
  return gaps;
}

/** The parts of a stretch that were not taken out. */
function without(stretch: Stretch, gaps: Gaps): Stretch[] {
  const { of, from, count, base } = stretch;
  const left: Stretch[] = [];
  let at = from;
  const upTo = (end: number) => {
    if (end > at) left.push({ of, from: at, count: end - at, base: base === null ? null : base + at - from });
  };
  for (const [gone, back] of gaps.get(of) ?? []) {
    if (back <= at) continue;
    if (gone >= from + count) break;
    upTo(gone);
    at = Math.max(at, back);
  }
  upTo(from + count);
  return left;
}

/** Of a run, the numbers behind which others were put in, rising, and those others in their order. */
class Behind {
  readonly #numbers = new Map<string, number[]>();
  readonly #runs = new Map<RowName, InsertedRun[]>();

  constructor(inserted: readonly InsertedRun[]) {
    for (const run of inserted) {
      if (run.after === null) continue;
      const { of, number } = partsOfRow(run.after);
      const name = rowName(of, number);
      const runs = this.#runs.get(name);
      if (runs) runs.push(run);
      else {
        this.#runs.set(name, [run]);
        const numbers = this.#numbers.get(of);
        if (numbers) numbers.push(number);
        else this.#numbers.set(of, [number]);
      }
    }
    for (const numbers of this.#numbers.values()) numbers.sort((a, b) => a - b);
  }

  /** The first row of a stretch behind which something was put in; null where there is none. */
  firstIn({ of, from, count }: Run): number | null {
    const numbers = this.#numbers.get(of);
    if (!numbers) return null;
    let [low, high] = [0, numbers.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((numbers[middle] as number) < from) low = middle + 1;
      else high = middle;
    }
    const found = numbers[low];
    return found !== undefined && found < from + count ? found : null;
  }

  at = (of: string, number: number): readonly InsertedRun[] => this.#runs.get(rowName(of, number)) ?? [];
}

/** A stretch parted behind one of its rows. */
function parted(stretch: Stretch, number: number): [Stretch, Stretch | null] {
  const { of, from, count, base } = stretch;
  const upTo = number - from + 1;
  const rest = { of, from: number + 1, count: count - upTo, base: base === null ? null : base + upTo };
  return [{ ...stretch, count: upTo }, upTo < count ? rest : null];
}

/**
 * The rows of a table from the top to the bottom, as few stretches as they are.
 * A run that was put in behind a row that is not there, since its own run was
 * taken back, stands at the end; one whose rows are received ones by now, after
 * cells were put together anew, stands where those do.
 */
export function stretchesOf({ base, inserted, removed }: RowSource): Stretch[] {
  const gaps = gapsOf(removed);
  const behind = new Behind(inserted);
  const all: Stretch[] = [];
  const received = new Set(base.map(({ of }) => of));
  const placed = new Set(inserted.filter(({ id }) => received.has(id)));
  const taken = (runs: readonly InsertedRun[]): Stretch[] => {
    const free = runs.filter((run) => !placed.has(run));
    for (const run of free) placed.add(run);
    return free.map(({ id, count }) => ({ of: id, from: 0, count, base: null }));
  };
  // A stack instead of calls, since rows may be put in one behind the other thousands of times.
  const place = (first: readonly Stretch[]) => {
    const waiting = [...first].reverse();
    for (let next = waiting.pop(); next; next = waiting.pop()) {
      const number = behind.firstIn(next);
      if (number === null) {
        all.push(...without(next, gaps));
        continue;
      }
      const [upTo, rest] = parted(next, number);
      all.push(...without(upTo, gaps));
      if (rest) waiting.push(rest);
      waiting.push(...taken(behind.at(next.of, number)).reverse());
    }
  };
  place(taken(inserted.filter(({ after }) => after === null)));
  let at = 0;
  for (const run of base) {
    place([{ ...run, base: at }]);
    at += run.count;
  }
  for (const run of inserted) place(taken([run]));
  return joined(all);
}

/** Neighbours that are one stretch are put together. */
function joined(all: readonly Stretch[]): Stretch[] {
  const left: Stretch[] = [];
  for (const next of all) {
    const last = left.at(-1);
    const isOn =
      last !== undefined &&
      last.of === next.of &&
      last.from + last.count === next.from &&
      (last.base === null ? next.base === null : next.base === last.base + last.count);
    if (isOn) left[left.length - 1] = { ...last, count: last.count + next.count };
    else left.push(next);
  }
  return left;
}

/** The rows of a table: how many there are, and what each is called. */
export class Rows {
  readonly count: number;
  readonly stretches: readonly Stretch[];
  readonly #starts: number[] = [];
  readonly #of = new Map<string, number[]>();

  constructor(source: RowSource) {
    this.stretches = stretchesOf(source);
    let count = 0;
    for (const [index, { of, count: own }] of this.stretches.entries()) {
      this.#starts.push(count);
      const known = this.#of.get(of);
      if (known) known.push(index);
      else this.#of.set(of, [index]);
      count += own;
    }
    this.count = count;
  }

  /** Name of a row by its number in the table, from 0. Throws where there is none. */
  nameAt(row: number): RowName {
    let [low, high] = [0, this.#starts.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.#starts[middle] as number) <= row) low = middle + 1;
      else high = middle;
    }
    const stretch = this.stretches[low - 1];
    if (!stretch || row >= this.count) throw new RangeError(`There is no row ${row}.`);
    return rowName(stretch.of, stretch.from + row - (this.#starts[low - 1] as number));
  }

  /** Where a row stands in the table, from 0; null where it is not there. */
  indexOf(name: RowName): number | null {
    const { of, number } = partsOfRow(name);
    for (const index of this.#of.get(of) ?? []) {
      const { from, count } = this.stretches[index] as Stretch;
      if (number >= from && number < from + count) return (this.#starts[index] as number) + number - from;
    }
    return null;
  }
}

interface Kept {
  source: RowSource;
  rows: Rows;
}

const kept = new WeakMap<readonly Run[], Kept>();

/** The rows of a source; the same thing for as long as what it is made of stays the same. */
export function rowsOf(source: RowSource): Rows {
  const known = kept.get(source.base);
  if (known && known.source.inserted === source.inserted && known.source.removed === source.removed) return known.rows;
  const rows = new Rows(source);
  kept.set(source.base, { source, rows });
  return rows;
}
