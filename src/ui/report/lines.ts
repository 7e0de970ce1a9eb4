/** The lines that are chosen, and what can be done to them at once; the ledger, the keys and the command list use it. */

import { houseLook, type Look, lookOf } from '../../core/figure/look.ts';
import { newLine } from '../../core/figure/new-line.ts';
import type { DressedFigure, DressedLine, FigureSpec, Line } from '../../core/figure/spec.ts';
import { newEmphasis } from '../../core/mark/emphasis.ts';
import { isHouseColour } from '../../core/style/by-house.ts';
import { EMPHASISED, MARKER_SHAPES, PATTERNS } from '../../core/style/vocabulary.ts';
import { draftRule, freeKey, titleOfRule } from '../../core/table/calc/draft.ts';
import type { Table } from '../../core/table/column.ts';
import { periodsOfTable } from '../../core/table/series.ts';
import { run, runTogether, showNotice } from '../state/store.ts';
import { storedLine } from '../state/stored.ts';
import { lineOfPart, openPart, useView } from './view.ts';

/** The chosen lines of a figure, in its order. */
export function chosenLines(figure: DressedFigure): DressedLine[] {
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

type Act = (figure: DressedFigure, lines: DressedLine[]) => string | null;

/** One change to all of some lines, led by the first of them. */
const forAll =
  (act: (first: DressedLine, target: { figure: string; lines: string[] }) => string | null): Act =>
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
  const shape = after(MARKER_SHAPES, markers.shape) ?? 'circle';
  return run('figure.styleLines', { ...target, markers: { on, ...(on === 'none' && { shape }) } });
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

export const pickUpLook = (figure: FigureSpec, line: Line) =>
  useView.setState({ look: lookOf(storedLine(figure, line)) });

/** The look of the house style, colours kept. */
export const resetLook: Act = forAll((_, target) => {
  const { colour, ...look } = houseLook(0);
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

/** Shows some lines and hides all others, as one step to undo. */
export function showOnly(figure: FigureSpec, lines: readonly Line[]): string | null {
  const wanted = new Set(lines.map(({ id }) => id));
  const ids = (isShown: boolean) =>
    figure.lines.flatMap(({ id, shown }) => (wanted.has(id) === isShown && shown !== isShown ? [id] : []));
  const [show, hide] = [ids(true), ids(false)];
  return runTogether(
    () =>
      (show.length > 0 ? run('figure.showLines', { figure: figure.id, lines: show, shown: true }) : null) ??
      (hide.length > 0 ? run('figure.showLines', { figure: figure.id, lines: hide, shown: false }) : null),
  );
}

/**
 * Draws some lines in the accent of the house and all others in its colour for
 * what stands back; where that is so already, each has its colour in turn again.
 */
export function standOut(figure: FigureSpec, lines: readonly Line[]): string | null {
  const wanted = new Set(lines.map(({ id }) => id));
  const isIn = (line: Line, role: 'accent' | 'rest') => {
    const { colour } = storedLine(figure, line);
    return isHouseColour(colour) && colour.house === role;
  };
  const isDone = figure.lines.every((line) => isIn(line, wanted.has(line.id) ? 'accent' : 'rest'));
  return runTogether(() =>
    figure.lines.reduce<string | null>((refused, { id }, turn) => {
      const house = isDone ? turn : wanted.has(id) ? 'accent' : 'rest';
      const look = { colour: { house }, weight: 'house', pattern: 'house' } as const;
      return refused ?? run('figure.styleLines', { figure: figure.id, lines: [id], ...look });
    }, null),
  );
}

/** Shows or hides all lines. */
export const showAll = (figure: FigureSpec, shown: boolean): string | null =>
  run('figure.showLines', { figure: figure.id, lines: figure.lines.map(({ id }) => id), shown });

/** How the line of a calculation looks beside the line that it is of. */
const CALCULATED_LOOKS = {
  'year earlier': ({ weight }: DressedLine) => ({ weight: Math.max(0.6, weight * 0.6), pattern: 'dashes' as const }),
  'rolling mean': ({ weight }: DressedLine) => ({ weight: weight * 1.4, pattern: 'solid' as const }),
};

/** Adds a calculation of a line, or of the chosen one, as a line; false where there is none. */
export function addCalculated(
  figure: DressedFigure,
  table: Table,
  kind: keyof typeof CALCULATED_LOOKS,
  of: DressedLine | undefined = chosenLines(figure)[0] ?? figure.lines.find(({ shown }) => shown),
): boolean {
  if (!of || periodsOfTable(table).kind !== 'dates') return false;
  const rule = draftRule(kind, table, of.column);
  const title = titleOfRule(rule, table);
  const key = freeKey(table, title);
  const look = CALCULATED_LOOKS[kind](of);
  const line = { ...newLine(crypto.randomUUID(), key, storedLine(figure, of).colour), axis: of.axis, ...look };
  const calculation = { key, title, rule };
  if (run('figure.addCalculatedLine', { figure: figure.id, calculation, line }) === null) openPart(`line:${line.id}`);
  return true;
}

/** Turns the names of all lines off, or on again at their lines. */
export const toggleNames = (figure: FigureSpec): string | null =>
  run('figure.setNames', { figure: figure.id, kind: figure.names.kind === 'none' ? 'lines' : 'none' });

/** Offers the right axis to a line that was added, with ticks that meet those of the left one. */
export function offerRightAxis(figure: FigureSpec, line: string, why: string): void {
  const put = () =>
    runTogether(
      () =>
        run('figure.setAxisOfLines', { figure: figure.id, lines: [line], axis: 'right' }) ??
        (figure.tie.kind === 'meet' ? null : run('figure.tieAxes', { figure: figure.id, kind: 'meet' })),
    );
  showNotice(why, [{ say: 'Draw it on the right axis, with ticks that meet', run: put }], 'accent');
}

/** Chooses all lines, or none. */
export function chooseAll(figure: FigureSpec, all: boolean): void {
  const ids = all ? figure.lines.map(({ id }) => id) : [];
  useView.setState({ picked: ids, part: ids[0] === undefined ? null : `line:${ids[0]}` });
}

/** Moves the chosen lines one place up or down. */
export function moveChosen(figure: DressedFigure, step: 1 | -1): string | null {
  const lines = chosenLines(figure).map(({ id }) => id);
  const order = figure.lines.map(({ id }) => id);
  const places = lines.map((id) => order.indexOf(id));
  const edge = step < 0 ? Math.min(...places) - 1 : Math.max(...places) + 2;
  if (lines.length === 0 || (step < 0 ? edge < 0 : edge > order.length)) return null;
  return run('figure.moveLines', { figure: figure.id, lines, before: order[edge] ?? null });
}
