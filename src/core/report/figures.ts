/** Finding what a command speaks of in a report; a Refusal names what is not there. */
import type { Mark } from '../figure/marks.ts';
import type { FigureSpec, Line } from '../figure/spec.ts';
import { Refusal } from '../refusal.ts';
import { figureIn, type Report } from './report.ts';

export function figureOf(draft: Report, id: string): FigureSpec {
  const found = figureIn(draft, id);
  if (!found) throw new Refusal(`There is no figure “${id}” in this report.`);
  return found;
}

export function linesOf(draft: Report, figureId: string, ids: readonly string[]): Line[] {
  const { lines, name } = figureOf(draft, figureId);
  return ids.map((id) => {
    const found = lines.find((line) => line.id === id);
    if (!found) throw new Refusal(`There is no line “${id}” in figure “${name}”.`);
    return found;
  });
}

export function markOf(draft: Report, figureId: string, id: string): Mark {
  const { marks, name } = figureOf(draft, figureId);
  const found = marks.find((mark) => mark.id === id);
  if (!found) throw new Refusal(`There is no level, band, event or note “${id}” in figure “${name}”.`);
  return found;
}
