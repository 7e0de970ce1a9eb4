/** An SVG as a golden file keeps it: a line for each element, so that a difference can be read. */
export const golden = (svg: string): string => `${svg.replaceAll('><', '>\n<').trimEnd()}\n`;
