/** Relative luminance of a colour from 0 to 1, and the contrast of two (WCAG 2.2, "relative luminance" and "contrast ratio"). */
function luminance(colour: string): number {
  const channel = (at: number) => {
    const value = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
}

/** Contrast ratio of two colours, from 1 to 21. */
export function contrastOf(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
}

/** Least contrast at which a thin stroke is told from its ground (WCAG 2.2, success criterion 1.4.11). */
export const LEAST_CONTRAST = 3;
