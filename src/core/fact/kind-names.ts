/** What facts are called in words of the application. */
import type { FactKind } from '../text/fact-ref.ts';

/** What a fact is called where it is looked for, and where it is gone. */
export const FACT_NAMES: Readonly<Record<FactKind, string>> = {
  latest: 'latest',
  span: 'change from first to last',
  previous: 'change on the previous period',
  year: 'change on a year earlier',
  change: 'change since the first',
  first: 'first and latest',
  high: 'highest',
  low: 'lowest',
  since: 'highest or lowest since',
  record: 'highest or lowest of all',
  streak: 'rises or falls in a row',
  mean: 'mean, average',
  median: 'median',
  total: 'total, sum',
  constant: 'unchanged',
  'year to date': 'year to date',
  rank: 'rank, place',
  share: 'share',
  target: 'against the target',
  crossing: 'crossing',
  spread: 'how panels differ',
  turn: 'turning point',
  typical: 'usual change',
  steady: 'steadiness',
  beyond: 'above or below a level for the first time',
  missing: 'missing values',
  unfinished: 'unfinished',
};
