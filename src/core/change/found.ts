/** Finding what a command speaks of in a report; a Refusal names what is not there. */
import { current, isDraft } from 'immer';
import type { Mark } from '../figure/marks.ts';
import type { FigureSpec, Line } from '../figure/spec.ts';
import { Refusal } from '../refusal.ts';
import {
  figureIn,
  isTable,
  type Report,
  type ReportItem,
  sparkTableIn,
  type TableItem,
  tableIn,
} from '../report/report.ts';
import type { SparkTableSpec } from '../spark/spec.ts';

export function itemOf(draft: Report, id: string): ReportItem {
  const found = draft.items.find((item) => item.id === id);
  if (!found) throw new Refusal(`There is nothing with the id “${id}” in this report.`);
  return found;
}

/** A thing that proof notes speak of. */
export function notesOf(draft: Report, id: string): FigureSpec | SparkTableSpec {
  const found = itemOf(draft, id);
  if (isTable(found)) throw new Refusal(`“${found.name}” is a table and has no proof notes.`);
  return found;
}

export function tableOf(draft: Report, id: string): TableItem {
  const found = tableIn(draft, id);
  if (!found) throw new Refusal(`There is no table “${id}” in this report.`);
  return found;
}

export function sparkTableOf(draft: Report, id: string): SparkTableSpec {
  const found = sparkTableIn(draft, id);
  if (!found) throw new Refusal(`There is no spark table “${id}” in this report.`);
  return found;
}

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

/** A part of a draft as it stands there, also where it was put there anew by the command itself. */
export const asIs = <Part extends object>(part: Part): Part =>
  isDraft(part) ? (current(part as never) as Part) : part;
