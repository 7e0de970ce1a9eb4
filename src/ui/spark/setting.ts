/** What a change of a sparkline sets: its column, or one row as an exception to it. */

import { partsBetween } from '../../core/named/parts.ts';
import type { SparkRecord } from '../../core/spark/records.ts';
import { TOTAL_KEY } from '../../core/spark/records.ts';
import {
  type DressedSparkline,
  type DressedSparkTable,
  SparkColumn,
  SparkException,
  type Sparkline,
} from '../../core/spark/spec.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import { useView } from '../report/view.ts';
import { run } from '../state/store.ts';

/** Sets what is different in a column; returns what was refused, or null. */
export function setColumn(spark: DressedSparkTable, from: SparkColumn, to: SparkColumn): string | null {
  const set = partsBetween(SparkColumn, from, to);
  return set.length > 0 ? run('spark.setColumn', { spark: spark.id, column: from.id, set }) : null;
}

/** Sets what is different in what a row has of its own. */
export function setException(spark: string, column: string, from: SparkException, to: SparkException): string | null {
  const set = partsBetween(SparkException, from, to);
  return set.length > 0 ? run('spark.except', { spark, column, row: from.row, set }) : null;
}

export type SetSparkline = (change: Partial<Sparkline>) => string | null;

/** Sets the whole column. */
export const settingColumn =
  (spark: DressedSparkTable, column: DressedSparkline): SetSparkline =>
  (change) =>
    setColumn(spark, column, { ...column, ...change });

/** Sets one row alone: its look, window and scale. */
export const settingRow =
  (spark: DressedSparkTable, column: DressedSparkline, row: string): SetSparkline =>
  (change) => {
    const known = column.exceptions.find((exception) => exception.row === row);
    return setException(spark.id, column.id, known ?? { row }, { ...known, row, ...change });
  };

/** The first colour of the house that is another one. */
export const otherColour = ({ palette }: HouseStyle, colour: string): string =>
  palette.find((entry) => entry.colour.toLowerCase() !== colour.toLowerCase())?.colour ?? colour;

/** Brings the source columns of the sparklines that are set back, or tucks them away; false where there are none. */
export function toggleSource(spark: DressedSparkTable): boolean {
  const strip = useView.getState().sparkStrip;
  const sparklines = spark.columns.filter((column) => column.kind === 'sparkline');
  const chosen = sparklines.find(({ id }) => id === strip) ?? sparklines[0];
  if (!chosen) return false;
  run('spark.showSource', { spark: spark.id, columns: [chosen.id], shown: chosen.source === 'tucked' });
  return true;
}

const WORDS: Partial<Record<keyof SparkException, string>> = {
  draw: 'kind',
  colour: 'colour',
  below: 'colour below zero',
  weight: 'stroke',
  emphasis: 'emphasis',
  markers: 'markers',
  fill: 'foot of the area',
  fillOpacity: 'strength of the area',
  zeroLine: 'zero line',
  background: 'background',
  window: 'window',
  scale: 'scale',
};

/** What an exception has of its own, in words. */
export const sayException = (exception: SparkException): string =>
  Object.entries(WORDS)
    .flatMap(([key, word]) => (exception[key as keyof SparkException] === undefined ? [] : [word]))
    .join(', ');

/** The name of the row with this key; of one that is no longer there, its key. */
export function nameOfKey(records: readonly SparkRecord[], key: string): string {
  const found = records.find((record) => record.key === key);
  if (!found) return key === TOTAL_KEY ? 'the total' : key.replace('\u001f', '');
  return found.kind === 'subtotal' ? `${found.name} of ${found.group}` : found.name || 'a row without a name';
}
