/** A spark table as a document with a native table (Office Open XML). Lengths in points unless said. */
import { Document, Packer, PageOrientation } from 'docx';
import { POINTS_PER_MM } from '../core/scene/scene.ts';
import type { SparkGeometry } from '../core/spark/geometry.ts';
import { plainTitle } from '../core/spark/words.ts';
import { sparkDocxTable, sparkDocxWords, sparkTableWidth, TWIPS } from './spark-docx-table.ts';

const MARGIN = 20 * POINTS_PER_MM;
const A4 = { width: 210 * POINTS_PER_MM, height: 297 * POINTS_PER_MM };

/** The document of a spark table, as the bytes of a `.docx`. Throws a Refusal when it has too many rows. */
export async function sparkDocx(geometry: SparkGeometry): Promise<Buffer> {
  const width = sparkTableWidth(geometry);
  const isWide = width > A4.width - 2 * MARGIN;
  // A table wider than a page on its side gets a page as wide as it needs.
  const length = Math.max(A4.height, width + 2 * MARGIN);
  const whole = { geometry, prefix: 's', share: 1 };
  const table = await sparkDocxTable(whole);
  const document = new Document({
    title: plainTitle(geometry.resolved.spec, geometry.say),
    creator: 'Rizo',
    sections: [
      {
        properties: {
          page: {
            size: {
              // With the orientation, the two are given as those of the upright page.
              width: Math.round(A4.width * TWIPS),
              height: Math.round((isWide ? length : A4.height) * TWIPS),
              orientation: isWide ? PageOrientation.LANDSCAPE : PageOrientation.PORTRAIT,
            },
            margin: { top: 1134, bottom: 1134, left: Math.round(MARGIN * TWIPS), right: Math.round(MARGIN * TWIPS) },
          },
        },
        children: [
          ...sparkDocxWords(whole, 'title'),
          ...sparkDocxWords(whole, 'subtitle'),
          table,
          ...sparkDocxWords(whole, 'source'),
        ],
      },
    ],
  });
  return Packer.toBuffer(document);
}
