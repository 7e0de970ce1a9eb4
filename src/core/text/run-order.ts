/** The order in which the runs of a line are seen, where some of them run from right to left. */
import { textWidth } from './measure.ts';
import type { PlacedRun } from './rich.ts';
import { hasRightToLeft } from './scripts.ts';

const STRONG = /\p{L}/u;

/** Which way a run goes: that of its first letter; null where it has none, such as a number or a mark. */
function wayOf(text: string): 'left' | 'right' | null {
  const letter = STRONG.exec(text)?.[0];
  return letter === undefined ? null : hasRightToLeft(letter) ? 'left' : 'right';
}

/**
 * Puts the runs of a line in the order in which they are seen: a line whose
 * first letter runs from right to left begins at its right, and runs that go
 * the other way keep their order among each other. This is the rule L2 of the
 * Unicode bidirectional algorithm (UAX #9) for whole runs; what stands within
 * a run is ordered where it is shaped.
 */
export function inSeenOrder(line: readonly PlacedRun[]): PlacedRun[] {
  if (line.length < 2 || !line.some(({ text }) => hasRightToLeft(text))) return [...line];
  const widths = line.map(({ text, face, size }) => textWidth(text, face, size));
  /** clear room before each run, such as a space of another look */
  const gaps = line.map(({ x }, index) => x - (index === 0 ? 0 : (line[index - 1]?.x ?? 0) + (widths[index - 1] ?? 0)));
  const ways = line.map(({ text }) => wayOf(text));
  const base = ways.find((way) => way !== null) ?? 'right';
  // Numbers read from left to right by themselves, and go along with the line.
  const groups: number[][] = [];
  ways.forEach((way, index) => {
    const last = groups.at(-1)?.at(-1);
    const isAgainst = way !== null && way !== base;
    if (isAgainst && last !== undefined && ways[last] === way) groups.at(-1)?.push(index);
    else groups.push([index]);
  });
  const order =
    base === 'left'
      ? groups.reverse().flat()
      : groups.flatMap((group) => (ways[group[0] ?? 0] === 'left' ? group.reverse() : group));
  let x = Math.min(...line.map((run) => run.x));
  return order.map((index, rank) => {
    const run = line[index] as PlacedRun;
    const before = order[rank - 1];
    // Neighbours keep the room between them, whichever of them stands first.
    if (before !== undefined) x += gaps[Math.max(before, index)] ?? 0;
    const placed = { ...run, x };
    x += widths[index] ?? 0;
    return placed;
  });
}
