/** The one linear scale of everything that is drawn between two values. */

/** Share of the height, from the top, at which a value stands between a low and a high end; the middle where these are one. */
export const shareBelow = (value: number, low: number, high: number): number =>
  high === low ? 0.5 : (high - value) / (high - low);
