/** Height of the ruler in pixels. */
export const RULER = 26;

/** Millimetres along the upper edge of the sheet. */
export function Ruler({ width, scale }: { width: number; scale: number }) {
  const ticks: string[] = [];
  for (let mm = 0; mm <= width; mm++) {
    const length = mm % 10 === 0 ? 10 : mm % 5 === 0 ? 6 : 4;
    ticks.push(`M${mm * scale} ${RULER}v${-length}`);
  }
  const labels = Array.from({ length: Math.floor(width / 20) + 1 }, (_, index) => index * 20).filter(
    (mm) => mm * scale < width * scale - 12 || mm === 0,
  );
  return (
    <svg width={width * scale + 1} height={RULER} className="block text-quiet" aria-hidden="true">
      <path d={ticks.join('')} stroke="currentColor" strokeWidth="0.6" opacity="0.7" />
      {labels.map((mm) => (
        <text key={mm} x={mm * scale + 3} y={11} fontSize="10" fill="currentColor">
          {mm === 0 ? '0 mm' : mm}
        </text>
      ))}
    </svg>
  );
}
