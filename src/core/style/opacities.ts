/** Opacities of areas, from 0 to 1: faint enough to read lines and labels over them in print. */
export const OPACITIES = {
  /** the area at a line of a figure, or of a sparkline */
  area: 0.16,
  /** the band between the edges of a sparkline's range */
  sparkBand: 0.28,
  /** the band of deviations behind a sparkline */
  sparkReference: 0.14,
} as const;
