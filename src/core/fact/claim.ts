/** What facts say, each with the numbers that it says. */
import type { FactSeries } from './series.ts';

export type Way = 'up' | 'down';
export type End = 'high' | 'low';
/** Above or below a level or another line. */
export type SideOf = 'above' | 'below';

/** How much a value changed: in per cent, in points of a percentage, or as the values are. */
export interface Change {
  of: 'percent' | 'points' | 'value';
  /** without its sign */
  size: number;
  decimals: number;
}

/** A way and how far, or that nothing changed. */
export type Moved = { way: Way; change: Change } | { way: 'same'; change: null };

/** A level that values are held against: a target, or a round number. */
export interface Target {
  /** id of its mark */
  id: string;
  name: string;
  /** one value for all entries, or one for each of them */
  at: number | readonly (number | null)[];
}

/** A number that stands for several values, and of how many it is. */
export interface Summary {
  value: number;
  decimals: number;
  /** of how many values */
  count: number;
  /** whether these are only those that the window holds */
  part: boolean;
}

/**
 * Of which length a record is: none, so that values are counted in the sentence;
 * long enough to be called one; or one of which the user said when it begins.
 */
export type RecordLength = { record: false } | { record: true; begins: number | null };

/** Of how many values something is the most, or the first. */
export type Range = { count: number } & RecordLength;

/**
 * What a fact says. Numbers named `at`, `before`, `from`, `since`, `ties` and
 * `which` are entries of its series; `at` is the one it speaks of.
 */
export type Claim =
  | { kind: 'latest'; at: number }
  | { kind: 'span'; at: number; from: number }
  | ({
      kind: 'previous' | 'year' | 'change';
      at: number;
      before: number;
      /** so little that this is what is said of it */
      little?: true;
    } & Moved)
  | { kind: 'first'; at: number; from: number }
  | { kind: End; at: number; ties: readonly number[]; part: boolean }
  | { kind: 'since'; end: End; at: number; since: number }
  | ({ kind: 'record'; end: End; at: number } & Range)
  | { kind: 'streak'; way: Way; at: number; count: number }
  | ({ kind: 'mean' | 'median' | 'total' | 'constant' } & Summary)
  | ({ kind: 'year to date'; at: number; value: number; decimals: number; count: number; year: number } & (
      | Moved
      | { way: 'alone'; change: null }
    ))
  | {
      kind: 'rank';
      among: 'all' | 'season' | 'lines';
      end: End;
      at: number;
      place: number;
      count: number;
      /** of the values that are counted */
      length: RecordLength;
      /** the table has other lines of the kind, which are not drawn */
      drawn?: boolean;
    }
  | { kind: 'share'; at: number; percent: number; decimals: number; count: number }
  | { kind: 'target'; side: SideOf; target: Target; count: number; of: number; which: readonly number[] }
  | { kind: 'crossing'; side: SideOf; other: FactSeries; since: number; at: number }
  | { kind: 'spread'; at: number; change: Change; other: FactSeries; otherChange: Change; way: 'up' | 'both' | 'down' }
  | { kind: 'turn'; way: Way; at: number; before: number; after: number }
  | { kind: 'typical'; change: Change; count: number }
  | { kind: 'steady'; percent: number; value: number; decimals: number; count: number; part: boolean }
  | ({ kind: 'beyond'; side: SideOf; at: number; level: number; decimals: number; target: Target | null } & Range)
  | { kind: 'missing'; count: number; of: number; last: number }
  | { kind: 'unfinished'; at: number };

export interface Fact {
  series: FactSeries;
  claim: Claim;
  /** the entries it rests on */
  points: readonly number[];
  /** how telling it is, the most telling first; zero where it is only said when asked for */
  weight: number;
}
