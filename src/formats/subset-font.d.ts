declare module 'subset-font' {
  /** Cuts a font down to the characters of `text`. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options?: { targetFormat?: 'sfnt' | 'woff' | 'woff2' | 'truetype' },
  ): Promise<Buffer>;
}
