/** What is measured, in words. */
import { addsOverParts, addsOverTime, type Measure, type SaidMeasure } from './kind.ts';

/** With its article, as in “it is a flow”. */
export const A_MEASURE: Readonly<Record<Measure, string>> = {
  flow: 'a flow',
  stock: 'a stock',
  level: 'a level',
  rate: 'a rate',
  index: 'an index',
  temperature: 'a temperature',
  price: 'a price',
  age: 'an age',
  rank: 'a rank',
  'running total': 'a running total',
  year: 'a year',
};

export const sayMeasure = (measure: SaidMeasure | null): string =>
  measure === null || measure === 'unclear' ? 'unclear' : A_MEASURE[measure];

/** What is done with it, and what is not. */
export function sayWhatAdds(measure: Measure | null): string {
  if (addsOverTime(measure)) return 'its periods and its parts add up';
  if (addsOverParts(measure)) return 'its parts add up, its periods do not';
  return 'it is never added up';
}
