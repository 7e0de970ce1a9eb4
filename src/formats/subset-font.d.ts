declare module 'subset-font' {
  /** Cuts a font down to the characters of `text`. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options?: {
      targetFormat?: 'sfnt' | 'woff' | 'woff2' | 'truetype';
      /** tags of the layout features that are kept; all when absent */
      keepFeatures?: readonly string[];
      /** leaves out what fits outlines to coarse screens */
      noHinting?: boolean;
      /** where on each axis of a variable font the cut lies */
      variationAxes?: Record<string, number>;
    },
  ): Promise<Buffer>;
}
