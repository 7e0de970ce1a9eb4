/** Moving labels and marks on the sheet, by pointer and by arrow keys. */

import { type PointerEvent, useRef } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { movedLabel, movedMark, stepOfValues } from '../../core/figure/moving.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import { type Part, POINTS_PER_MM } from '../../core/scene/scene.ts';
import { setMark } from '../state/marks.ts';
import { run } from '../state/store.ts';
import { lineOfPart } from './view.ts';

/** A figure that is on the sheet; what is moved is told in its terms. */
export interface Movable {
  figure: ResolvedFigure;
  layout: FigureLayout;
}

/** The layout as the panel with this key has it. */
function within({ figure, layout }: Movable, panel: string | null): Movable {
  const found = layout.panels.list.find((candidate) => candidate.panel.key === panel);
  return found
    ? { figure, layout: { ...layout, plot: found.plot, left: found.left, right: found.right } }
    : { figure, layout };
}

/** Key of the panel that an element is drawn in. */
const panelOf = (element: Element | null) =>
  element?.closest('[data-of^="panel "]')?.getAttribute('data-of')?.slice('panel '.length) ?? null;

const markOf = ({ figure }: Movable, part: Part) => figure.spec.marks.find(({ id }) => part === `mark:${id}`);
const isMovable = (movable: Movable, part: Part | null | undefined): part is Part =>
  /^(name|value|mark):/.test(part ?? '') && !(part && markOf(movable, part)?.kind === 'calendar');

/** Moves the words of a part by so many points, and keeps where they stand from their point. */
function moveLabel(movable: Movable, part: Part, dx: number, dy: number): void {
  const label = movable.layout.labels.find((candidate) => candidate.part === part);
  if (!label) return;
  const offset = movedLabel(label, dx, dy);
  const figure = movable.figure.spec.id;
  const line = lineOfPart(part);
  const mark = markOf(movable, part);
  if (mark) setMark(figure, mark, { ...mark, moved: offset });
  else if (line && part.startsWith('name:')) run('figure.placeName', { figure, line, offset });
  else if (line) run('figure.placeValue', { figure, line, at: part.slice(`value:${line}:`.length), offset });
}

/** Moves a mark itself, in the data's terms. */
function moveMark(movable: Movable, part: Part, dx: number, dy: number): boolean {
  const mark = markOf(movable, part);
  const moved = mark && movedMark(movable.figure, movable.layout, mark, dx, dy);
  if (!moved) return false;
  setMark(movable.figure.spec.id, mark, moved);
  return true;
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** What arrow keys do to the part that has the focus: levels, bands and events move by their steps, words by a point, ten with Shift. */
export function moveByKey(whole: Movable, target: Element, part: Part, key: string, large: boolean): boolean {
  const way = ARROWS[key];
  if (!way || !isMovable(whole, part)) return false;
  const movable = within(whole, panelOf(target));
  const { layout, figure } = movable;
  const [dx, dy] = [way[0] * (large ? 10 : 1), way[1] * (large ? 10 : 1)];
  const mark = markOf(movable, part);
  if (mark && mark.kind !== 'note') {
    const axis = 'axis' in mark && mark.axis === 'right' && layout.right ? layout.right : layout.left;
    const valueStep = (stepOfValues(axis) / (axis.scale.high - axis.scale.low)) * layout.plot.height;
    const rowStep = layout.plot.width / Math.max(1, figure.positions.length);
    return moveMark(movable, part, dx * rowStep, dy * Math.max(valueStep, 0.01));
  }
  moveLabel(movable, part, dx, dy);
  return true;
}

/** The direction in which a mark's stroke or ground moves. */
function freedom(movable: Movable, part: Part): 'both' | 'x' | 'y' {
  const mark = markOf(movable, part);
  if (mark?.kind === 'level') return 'y';
  if (mark?.kind === 'event') return 'x';
  if (mark?.kind === 'band') return mark.over.kind === 'values' ? 'y' : 'x';
  return 'both';
}

interface Held {
  part: Part;
  /** the words are held, not the mark itself */
  words: boolean;
  /** key of the panel it is in */
  panel: string | null;
  elements: SVGElement[];
  from: readonly [number, number];
  moved: boolean;
  way: 'both' | 'x' | 'y';
}

const FIRM = 3;

/** Pointer handlers of a sheet; while something is dragged, its own elements follow the pointer and nothing is laid out anew. */
export function useMoving(movable: Movable | null, pxPerMm: number) {
  const held = useRef<Held | null>(null);
  const dropped = useRef(false);
  const distance = (event: PointerEvent, { from, way }: Held) => {
    const points = POINTS_PER_MM / pxPerMm;
    return [
      way === 'y' ? 0 : (event.clientX - from[0]) * points,
      way === 'x' ? 0 : (event.clientY - from[1]) * points,
    ] as const;
  };
  return {
    /** true once after a drag, whose end is no click */
    justDropped: () => {
      const was = dropped.current;
      dropped.current = false;
      return was;
    },
    onPointerDown(event: PointerEvent<HTMLElement>) {
      const target = event.target instanceof Element ? event.target : null;
      const group = target?.closest<SVGElement>('[data-part]');
      const part = group?.getAttribute('data-part') as Part | undefined;
      dropped.current = false;
      if (!movable || !group || !isMovable(movable, part) || event.button !== 0) return;
      const words = target?.tagName === 'text' || part.startsWith('name:') || part.startsWith('value:');
      const all = [...event.currentTarget.querySelectorAll<SVGElement>(`[data-part="${CSS.escape(part)}"]`)];
      held.current = {
        part,
        words,
        panel: panelOf(group),
        elements: words ? [group] : all,
        from: [event.clientX, event.clientY],
        moved: false,
        way: words ? 'both' : freedom(movable, part),
      };
    },
    onPointerMove(event: PointerEvent<HTMLElement>) {
      const now = held.current;
      if (!now) return;
      if (!now.moved) {
        if (Math.hypot(event.clientX - now.from[0], event.clientY - now.from[1]) < FIRM) return;
        now.moved = true;
        event.currentTarget.setPointerCapture(event.pointerId);
      }
      const [dx, dy] = distance(event, now);
      for (const element of now.elements) element.setAttribute('transform', `translate(${dx} ${dy})`);
    },
    onPointerUp(event: PointerEvent<HTMLElement>) {
      const now = held.current;
      held.current = null;
      if (!now?.moved || !movable) return;
      dropped.current = true;
      const [dx, dy] = distance(event, now);
      for (const element of now.elements) element.removeAttribute('transform');
      if (now.words) moveLabel(movable, now.part, dx, dy);
      else moveMark(within(movable, now.panel), now.part, dx, dy);
    },
    onPointerCancel() {
      for (const element of held.current?.elements ?? []) element.removeAttribute('transform');
      held.current = null;
    },
  };
}
