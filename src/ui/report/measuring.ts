/** Choosing the two ends of a difference: by clicking two points on the sheet, or from the lines that are chosen. */
import { draftDifference } from '../../core/figure/draft-marks.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { DifferenceEnd } from '../../core/figure/marks.ts';
import { nearestPoint, type SheetPoint } from '../../core/figure/pointed.ts';
import type { FigureSpec, Line } from '../../core/figure/spec.ts';
import { run } from '../state/store.ts';
import { openPart, openStrip, useView } from './view.ts';

/** A click counts for a point within this distance, points. */
const WITHIN = 16;

const endAt = ({ line, at }: SheetPoint): DifferenceEnd => ({ line, place: { kind: 'at', at } });

function add(figure: FigureSpec, from: DifferenceEnd, to: DifferenceEnd): boolean {
  const mark = draftDifference(crypto.randomUUID(), figure, from, to);
  if (run('figure.addMark', { figure: figure.id, mark }) !== null) return false;
  openPart(`mark:${mark.id}`);
  return true;
}

/** Begins to choose two points on the sheet. */
export function beginMeasuring(): void {
  openStrip('marks');
  useView.setState({ measuring: { from: null } });
}

/** Gives up choosing points; false where none are chosen. */
export function endMeasuring(): boolean {
  const { measuring } = useView.getState();
  useView.setState({ measuring: null });
  return measuring !== null;
}

/** Takes a click on the sheet while points are chosen; false where none are. */
export function measureAt(figure: FigureSpec, layout: FigureLayout, at: readonly [number, number]): boolean {
  const { measuring } = useView.getState();
  if (!measuring) return false;
  const point = nearestPoint(layout, at, WITHIN);
  if (!point) return true;
  if (!measuring.from) {
    useView.setState({ measuring: { from: point } });
    return true;
  }
  const { from } = measuring;
  if (from.line === point.line && from.at === point.at) return true;
  endMeasuring();
  add(figure, endAt(from), endAt(point));
  return true;
}

/** A difference of the chosen lines: of one from its first to its last value, of two at the last. */
export function measureLines(figure: FigureSpec, [first, second]: readonly Line[]): void {
  if (!first) return;
  const last = ({ id }: Line): DifferenceEnd => ({ line: id, place: { kind: 'last' } });
  add(figure, second ? last(first) : { line: first.id, place: { kind: 'first' } }, last(second ?? first));
}
