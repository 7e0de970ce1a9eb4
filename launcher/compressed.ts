/** The files of a build, compressed once so that no request waits for it. */
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { extname, join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip as deflate } from 'node:zlib';

const TEXT = new Set(['.js', '.css', '.json', '.svg']);
/** What is smaller than this (bytes) goes in one packet as it is. */
const LEAST = 1400;
/** One less than the best makes files hardly larger, in half the time. */
const QUALITY = 10;

const brotli = promisify(brotliCompress);
const gzip = promisify(deflate);

/**
 * Puts compressed copies beside each file of text below a folder: “.br” behind
 * its name for browsers, which take that from this machine and over TLS alone,
 * and “.gz” for all others.
 */
export async function compressFiles(folder: string): Promise<void> {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => TEXT.has(extname(name)))
    .map((name) => join(folder, name))
    .filter((file) => statSync(file).size >= LEAST);
  await Promise.all(
    files.map(async (file) => {
      const text = readFileSync(file);
      writeFileSync(`${file}.gz`, await gzip(text, { level: constants.Z_BEST_COMPRESSION }));
      writeFileSync(`${file}.br`, await brotli(text, { params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY } }));
    }),
  );
}
