/** PNG files: read again by their format, and drawn in strips as they are drawn at once. */
import { crc32, inflateSync } from 'node:zlib';
import { Resvg, renderAsync } from '@resvg/resvg-js';
import { describe, expect, it } from 'vitest';
import { draftSparkTable } from '../../src/core/spark/draft.ts';
import { sparkGeometry } from '../../src/core/spark/geometry.ts';
import { sparkStrips } from '../../src/core/spark/layout.ts';
import { resolveSparkTable } from '../../src/core/spark/resolve.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { stripsPng } from '../../src/formats/png.ts';
import { writePng } from '../../src/formats/png-writer.ts';
import { numbers, tableOf, texts } from './tables.ts';

/** The pixels of a file whose rows are written as they are or by the filters of the format. */
function pixelsOf(file: Buffer): { width: number; height: number; pixels: Buffer } {
  const parts: Buffer[] = [];
  let [width, height] = [0, 0];
  for (let at = 8; at < file.length; ) {
    const length = file.readUInt32BE(at);
    const kind = file.toString('latin1', at + 4, at + 8);
    const data = file.subarray(at + 8, at + 8 + length);
    expect(file.readUInt32BE(at + 8 + length)).toBe(crc32(file.subarray(at + 4, at + 8 + length)));
    if (kind === 'IHDR') [width, height] = [data.readUInt32BE(0), data.readUInt32BE(4)];
    if (kind === 'IDAT') parts.push(data);
    at += 12 + length;
  }
  const rows = inflateSync(Buffer.concat(parts));
  const stride = width * 4;
  expect(rows.length).toBe((stride + 1) * height);
  const pixels = Buffer.alloc(stride * height);
  for (let row = 0; row < height; row++) {
    const filter = rows[row * (stride + 1)] ?? 0;
    for (let x = 0; x < stride; x++) {
      const raw = rows[row * (stride + 1) + 1 + x] ?? 0;
      const before = (dx: number, dy: number) => (x < dx || row < dy ? 0 : (pixels[(row - dy) * stride + x - dx] ?? 0));
      const [left, up, corner] = [before(4, 0), before(0, 1), x < 4 ? 0 : before(4, 1)];
      const guess = left + up - corner;
      const [a, b, c] = [left, up, corner].map((value) => Math.abs(guess - value)) as [number, number, number];
      const paeth = a <= b && a <= c ? left : b <= c ? up : corner;
      const add = [0, left, up, (left + up) >> 1, paeth][filter] ?? 0;
      pixels[row * stride + x] = (raw + add) & 255;
    }
  }
  return { width, height, pixels };
}

describe('a PNG file', () => {
  it('has the pixels that the rasteriser writes itself, with alpha as it is in files', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="40" height="20" viewBox="0 0 40 20"><circle cx="10" cy="10" r="8" fill="#c2811a" fill-opacity="0.4"/><rect x="20" y="3" width="15" height="10" fill="#5b3a63"/></svg>';
    const { width, height, pixels } = await renderAsync(svg, {});
    const own = await writePng({ width, height, dpi: 300, opaque: false }, [Promise.resolve(pixels)]);
    const other = pixelsOf(new Resvg(svg).render().asPng());
    expect(pixelsOf(own)).toEqual(other);
    expect(own.indexOf('pHYs')).toBeGreaterThan(0);
  });

  it('of a spark table is the same in strips as in one, to the rounding of coordinates', async () => {
    const rows = 45;
    const months = Array.from({ length: 12 }, (_, month) =>
      numbers(
        `m${month}`,
        Array.from({ length: rows }, (_, row) => 50 + 30 * Math.sin(row + month / 2)),
      ),
    );
    const table = tableOf([
      texts(
        'stop',
        Array.from({ length: rows }, (_, row) => `Stop ${row}`),
      ),
      ...months,
    ]);
    const spec = draftSparkTable(table, { id: 's', tableId: 't' });
    const locale = localeOf('en-GB');
    const geometry = sparkGeometry(
      resolveSparkTable(spec, table, DEFAULT_STYLE, locale),
      DEFAULT_STYLE,
      locale,
      72 / 150,
    );
    const drawn = async (count: number) => pixelsOf(await stripsPng(sparkStrips(geometry, count), geometry.width, 150));
    const [whole, cut] = [await drawn(1000), await drawn(7)];
    expect([cut.width, cut.height]).toEqual([whole.width, whole.height]);
    // Coordinates are written to a hundredth of a point, from another place in each strip.
    const away = whole.pixels.map((value, at) => Math.abs(value - (cut.pixels[at] ?? 0)));
    expect(away.reduce((most, value) => Math.max(most, value), 0)).toBeLessThan(40);
    expect(away.reduce((sum, value) => sum + value, 0) / away.length).toBeLessThan(0.05);
    expect(new Set(whole.pixels).size).toBeGreaterThan(50);
  });

  it('says what went wrong while a strip was drawn', async () => {
    const broken = {
      top: 0,
      bottom: 20,
      drawn: () => {
        throw new Error('no scene');
      },
    };
    await expect(stripsPng([broken, broken, broken], 40, 72)).rejects.toThrow('no scene');
  });
});
