/** Spark tables within the document of a report. */
import type { Paragraph, Table } from 'docx';
import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import type { SparkGeometry } from '../../core/spark/geometry.ts';
import { sparkDocxTable, sparkDocxWords, sparkTableWidth } from '../spark-docx-table.ts';
import { STYLES } from './docx-styles.ts';

/** A spark table with its words, no wider than `room` millimetres. */
export async function sparkInDocument(
  geometry: SparkGeometry,
  prefix: string,
  room: number,
): Promise<(Paragraph | Table)[]> {
  const share = Math.min(1, (room * POINTS_PER_MM) / sparkTableWidth(geometry));
  const of = { geometry, prefix, share, words: STYLES.thing };
  return [
    ...sparkDocxWords(of, 'title'),
    ...sparkDocxWords(of, 'subtitle'),
    await sparkDocxTable(of),
    ...sparkDocxWords(of, 'source'),
  ];
}
