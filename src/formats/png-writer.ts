/** Writes PNG files from rows of pixels as they come (Node only); the format is that of ISO/IEC 15948. */
import { once } from 'node:events';
import { crc32, createDeflate } from 'node:zlib';

const SIGNATURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** Line art on plain ground is about as small at this level as at higher ones. */
const LEVEL = 3;
const CHANNELS = 4;
const OPAQUE = 0xff000000;

function chunk(kind: string, ...data: readonly Buffer[]): Buffer[] {
  const length = data.reduce((sum, part) => sum + part.length, 0);
  const head = Buffer.alloc(8);
  head.writeUInt32BE(length, 0);
  head.write(kind, 4, 'latin1');
  const sum = Buffer.alloc(4);
  sum.writeUInt32BE(
    data.reduce((so, part) => crc32(part, so), crc32(head.subarray(4))),
    0,
  );
  return [head, ...data, sum];
}

function header(width: number, height: number): Buffer {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width, 0);
  data.writeUInt32BE(height, 4);
  // Eight bits a channel, red, green, blue and alpha.
  data.set([8, 6], 8);
  return data;
}

/** States the pixels per metre, so that the picture keeps its size in print. */
function resolution(dpi: number): Buffer {
  const data = Buffer.alloc(9);
  const perMetre = Math.round(dpi / 0.0254);
  data.writeUInt32BE(perMetre, 0);
  data.writeUInt32BE(perMetre, 4);
  data.writeUInt8(1, 8);
  return data;
}

/** Takes the alpha out of colours in place: a rasteriser hands them over multiplied by it, and a file has them plain. */
function demultiply(pixels: Buffer): void {
  const whole = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length / CHANNELS);
  for (let pixel = 0; pixel < whole.length; pixel++) {
    // Alpha is the last of the four bytes, the highest of their number here.
    const value = whole[pixel] ?? 0;
    if (value >= OPAQUE || value === 0) continue;
    const at = pixel * CHANNELS + 3;
    const alpha = pixels[at] ?? 255;
    for (let of = at - 3; of < at; of++) pixels[of] = Math.min(255, Math.round(((pixels[of] ?? 0) * 255) / alpha));
  }
}

/** Puts rows of pixels into `rows`, each after the byte that says it is written as it is; returns what of it they take. */
function intoRows(rows: Buffer, pixels: Buffer, width: number): Buffer {
  const stride = width * CHANNELS;
  const count = pixels.length / stride;
  for (let row = 0; row < count; row++) pixels.copy(rows, row * (stride + 1) + 1, row * stride, (row + 1) * stride);
  return rows.subarray(0, count * (stride + 1));
}

interface PngShape {
  /** pixels */
  width: number;
  height: number;
  dpi: number;
  /** every pixel covers what lies under the picture */
  opaque: boolean;
}

/** A picture whose rows come from the top down in `parts`, RGBA multiplied by alpha. */
export async function writePng(
  { width, height, dpi, opaque }: PngShape,
  parts: Iterable<Promise<Buffer>> | AsyncIterable<Buffer>,
): Promise<Buffer> {
  // Hundreds of small pictures are written at once, and one may be very large.
  const chunkSize = Math.max(1 << 12, Math.min(1 << 20, (width * height) >> 3));
  const deflate = createDeflate({ level: LEVEL, chunkSize });
  const packed: Buffer[] = [];
  deflate.on('data', (data: Buffer) => packed.push(data));
  const ended = once(deflate, 'end');
  let rows = Buffer.alloc(0);
  for await (const pixels of parts) {
    if (!opaque) demultiply(pixels);
    const needed = pixels.length + pixels.length / (width * CHANNELS);
    // Used again for each part, since each is packed before the next comes.
    if (rows.length < needed) rows = Buffer.alloc(needed);
    await new Promise<void>((done, fail) => {
      deflate.write(intoRows(rows, pixels, width), (error) => (error ? fail(error) : done()));
    });
  }
  deflate.end();
  await ended;
  return Buffer.concat([
    SIGNATURE,
    ...chunk('IHDR', header(width, height)),
    ...chunk('pHYs', resolution(dpi)),
    ...chunk('IDAT', ...packed),
    ...chunk('IEND'),
  ]);
}
