/** The lines that are chosen, and what can be done to them at once; the ledger, the keys and the command list use it. */

import { houseLook, type Look, lookOf } from '../../core/figure/look.ts';
import type { FigureSpec, Line } from '../../core/figure/spec.ts';
import { EMPHASISED, newEmphasis } from '../../core/mark/emphasis.ts';
import { MARKER_SHAPES } from '../../core/mark/shapes.ts';
import { PATTERNS } from '../../core/mark/stroke.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import { run } from '../state/store.ts';
import { lineOfPart, openPart, useView } from './view.ts';

/** The chosen lines of a figure, in its order. */
export function chosenLines(figure: FigureSpec): Line[] {
  const { part, picked } = useView.getState();
  const first = lineOfPart(part);
  const ids = first !== null && !picked.includes(first) ? [first] : picked;
  return figure.lines.filter(({ id }) => ids.includes(id));
}

/** The lines that a change to one row is for: all that are chosen when it is among them. */
export const targetsOf = (picked: readonly string[], line: Line): string[] =>
  picked.includes(line.id) && picked.length > 1 ? [...picked] : [line.id];

/** Chooses a line: alone, or with `more` beside those already chosen. */
export function choose(figure: FigureSpec, id: string, more: 'only' | 'also' | 'through'): void {
  const { picked, part } = useView.getState();
  const order = figure.lines.map((line) => line.id);
  const from = order.indexOf(lineOfPart(part) ?? id);
  const to = order.indexOf(id);
  const next =
    more === 'only'
      ? [id]
      : more === 'also'
        ? picked.includes(id)
          ? picked.filter((other) => other !== id)
          : [...picked, id]
        : [...new Set([...picked, ...order.slice(Math.min(from, to), Math.max(from, to) + 1)])];
  // A line that is taken out of the choice leaves the others chosen.
  const led = next.includes(id) ? id : next.at(-1);
  if (led !== undefined) openPart(`line:${led}`);
  useView.setState({ picked: next, ...(led === undefined && { part: null }) });
}

/** The line after or before the chosen one, round the ends. */
export function chooseNext(figure: FigureSpec, step: 1 | -1, more: boolean): boolean {
  const ids = figure.lines.map((line) => line.id);
  const now = ids.indexOf(lineOfPart(useView.getState().part) ?? '');
  const next = now < 0 ? (step > 0 ? 0 : ids.length - 1) : (now + step + ids.length) % ids.length;
  const id = ids[next];
  if (id === undefined) return false;
  choose(figure, id, more ? 'also' : 'only');
  return true;
}

const after = <Value>(values: readonly Value[], value: Value): Value | undefined =>
  values[(values.indexOf(value) + 1) % values.length];

type Act = (figure: FigureSpec, lines: Line[]) => string | null;

/** One change to all of some lines, led by the first of them. */
const forAll =
  (act: (first: Line, target: { figure: string; lines: string[] }) => string | null): Act =>
  (figure, lines) => {
    const [first] = lines;
    return first ? act(first, { figure: figure.id, lines: lines.map(({ id }) => id) }) : null;
  };

export const swapAxis = forAll((first, target) =>
  run('figure.setAxisOfLines', { ...target, axis: first.axis === 'left' ? 'right' : 'left' }),
);

export const nextPattern = forAll((first, target) =>
  run('figure.styleLines', { ...target, pattern: after(PATTERNS, first.pattern) }),
);

const MARKER_STEPS = ['none', 'all', 'ends', 'every'] as const;

/** Markers on none, all, the ends and every few points, and round again with the next shape. */
export const nextMarkers = forAll(({ markers }, target) => {
  const on = after(MARKER_STEPS, markers.on === 'emphasis' ? 'every' : markers.on) ?? 'none';
  const shape = on === 'none' ? (after(MARKER_SHAPES, markers.shape) ?? 'circle') : markers.shape;
  return run('figure.styleLines', { ...target, markers: { on, shape } });
});

const VALUE_STEPS = ['none', 'last', 'ends', 'emphasis', 'all'] as const;

export const nextValues = forAll(({ values }, target) =>
  run('figure.styleLines', {
    ...target,
    values: { on: after(VALUE_STEPS, values.on === 'every' ? 'all' : values.on) ?? 'none' },
  }),
);

const EMPHASIS_STEPS = [[], ['high', 'low'], ['high', 'low', 'last'], ['last'], ['turns']] as const;

/** No emphasis, high and low, those with the last, the last alone, turning points. */
export const nextEmphasis = forAll(({ emphasis }, target) => {
  const kinds = EMPHASISED.filter((of) => emphasis.some((rule) => rule.of === of));
  const now = EMPHASIS_STEPS.findIndex(
    (step) => step.length === kinds.length && step.every((of) => kinds.includes(of)),
  );
  const next = EMPHASIS_STEPS[(now + 1) % EMPHASIS_STEPS.length] ?? [];
  return run('figure.styleLines', { ...target, emphasis: next.map(newEmphasis) });
});

/** Lays a look on lines; each keeps its own colour unless it is one line only that takes it. */
export const layLook = (look: Look, withColour: boolean): Act =>
  forAll((_, target) => {
    const { colour, ...rest } = look;
    return run('figure.styleLines', { ...target, ...rest, ...(withColour && { colour }) });
  });

export const pickUpLook = (line: Line) => useView.setState({ look: lookOf(line) });

/** The look of the house style, colours kept. */
export const resetLook = (style: HouseStyle): Act =>
  forAll((first, target) => {
    const { colour: _, ...look } = houseLook(style, first.colour);
    return run('figure.styleLines', { ...target, ...look });
  });

export const duplicate = forAll((_, { figure, lines }) =>
  run('figure.duplicateLines', { figure, copies: lines.map((of) => ({ of, id: crypto.randomUUID() })) }),
);

export const remove = forAll((_, target) => {
  const refused = run('figure.removeLines', target);
  if (refused === null) useView.setState({ part: null, picked: [] });
  return refused;
});

export const showOrHide = forAll((first, target) => run('figure.showLines', { ...target, shown: !first.shown }));

/** Moves the chosen lines one place up or down. */
export function moveChosen(figure: FigureSpec, step: 1 | -1): string | null {
  const lines = chosenLines(figure).map(({ id }) => id);
  const order = figure.lines.map(({ id }) => id);
  const places = lines.map((id) => order.indexOf(id));
  const edge = step < 0 ? Math.min(...places) - 1 : Math.max(...places) + 2;
  if (lines.length === 0 || (step < 0 ? edge < 0 : edge > order.length)) return null;
  return run('figure.moveLines', { figure: figure.id, lines, before: order[edge] ?? null });
}
