import { areMarkedApart } from '../figure/marked-apart.ts';
import type { ResolvedLine } from '../figure/resolve.ts';
import { listed } from '../table/words.ts';
import type { Check, Mend } from './note.ts';

/** More lines than this cross too often to be followed. */
const MOST_LINES = 7;
/** Colours nearer to each other than this look alike in a thin line; 0.1 in OKLab is a clear difference. */
const NEAR = 0.06;
/** A colour in OKLab (Björn Ottosson, "A perceptual color space for image processing", 2020). */
function oklab(colour: string): [number, number, number] {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

const distance = (a: string, b: string) => Math.hypot(...oklab(a).map((value, at) => value - (oklab(b)[at] ?? 0)));

/** The first line whose colour is near to that of an earlier one, with that one. */
function firstPair(lines: readonly ResolvedLine[]): [ResolvedLine, ResolvedLine] | null {
  for (const [index, later] of lines.entries())
    for (const earlier of lines.slice(0, index))
      if (distance(earlier.line.colour, later.line.colour) < NEAR && !areMarkedApart(earlier.line, later.line))
        return [earlier, later];
  return null;
}

const sizeOf = ({ values }: ResolvedLine) =>
  values.reduce<number>((most, value) => (value === null ? most : Math.max(most, Math.abs(value))), 0);

/** More lines than can be told apart, or two whose colours look alike. */
export const alike: Check = {
  id: 'alike',
  find({ figure, style }) {
    const { spec } = figure;
    // Lines of different panels need not be told apart: each panel has its name.
    const plots = figure.panels.list.map(({ drawn }) => drawn.lines);
    const lines = plots.reduce((most, plot) => (plot.length > most.length ? plot : most), []);
    const pair = firstPair(lines);
    if (lines.length <= MOST_LINES && !pair) return null;
    const free = style.palette.find(({ colour }) => lines.every(({ line }) => distance(line.colour, colour) >= NEAR));
    const small = [...lines].sort((a, b) => sizeOf(b) - sizeOf(a)).slice(MOST_LINES - 1);
    const mends: Mend[] = [];
    if (pair && free)
      mends.push({
        say: `Draw ${pair[1].name} in ${free.name}`,
        call: {
          name: 'figure.styleLines',
          args: { figure: spec.id, lines: [pair[1].line.id], colour: { house: style.palette.indexOf(free) } },
        },
      });
    if (small.length > 0)
      mends.push({
        say: `Show the ${MOST_LINES - 1} largest only`,
        call: {
          name: 'figure.showLines',
          args: { figure: spec.id, lines: small.map(({ line }) => line.id), shown: false },
        },
      });
    const [first = { say: 'Choose other colours', open: `line:${pair?.[1].line.id ?? ''}` as const }, ...others] =
      mends;
    const many = lines.length > MOST_LINES ? `${lines.length} lines are too many to follow` : null;
    const same = pair ? `${listed(pair.map(({ name }) => `“${name}”`))} have colours that look alike` : null;
    return {
      part: pair ? `line:${pair[1].line.id}` : 'frame',
      title: 'Lines are hard to tell apart',
      text: `${[many, same].filter(Boolean).join(', and ')}.`,
      facts: `${lines.length} ${pair?.map(({ line }) => `${line.id}${line.colour}`).join() ?? ''}`,
      mends: [first, ...others],
    };
  },
};
