/** What is used of fontverter, which ships no types. */
declare module 'fontverter' {
  type Format = 'truetype' | 'woff' | 'woff2';
  export function convert(bytes: Buffer, to: Format): Promise<Buffer>;
  export function detectFormat(bytes: Buffer): Format;
}
