/** What things of a report set by hand although their house has something for it, and bringing that back. */
import type * as z from 'zod';
import { FigureSpec } from '../figure/spec.ts';
import { type Path, withField } from '../named/fields.ts';
import { toList, toRecord } from '../named/record.ts';
import { isSame } from '../named/same.ts';
import type { ReportItem } from '../report/report.ts';
import { SparkTableSpec } from '../spark/spec.ts';
import { type ByHand, isHouseColour, type Place, setByHand } from '../style/by-house.ts';

/** The schema of a thing that follows a house, and which kind of thing it is. */
function following(item: ReportItem): { schema: z.ZodType; of: Place['of'] } | null {
  if (item.type === 'figure') return { schema: FigureSpec, of: 'figure' };
  return item.type === 'spark' ? { schema: SparkTableSpec, of: 'spark' } : null;
}

/** The settings of a thing that were set by hand. */
export function byHandIn(item: ReportItem): ByHand[] {
  const found = following(item);
  return found ? setByHand(found.schema, item, found.of) : [];
}

const isColourOfLine = (path: Path) => path.length === 3 && path[0] === 'lines' && path[2] === 'colour';

/** Lines take the first colours in turn that no other line of their figure has. */
function inFreeTurns(figure: FigureSpec, ids: readonly string[]): FigureSpec {
  const taken = new Set(
    figure.lines.flatMap(({ id, colour }) => (!ids.includes(id) && isHouseColour(colour) ? [colour.house] : [])),
  );
  let turn = 0;
  return {
    ...figure,
    lines: figure.lines.map((line) => {
      if (!ids.includes(line.id)) return line;
      while (taken.has(turn)) turn++;
      return { ...line, colour: { house: turn++ } };
    }),
  };
}

/** A thing with what was set by hand following its house again: all of it, or what stands at some paths of its record form. */
export function broughtBack(item: ReportItem, paths?: readonly Path[]): ReportItem {
  const found = following(item);
  if (!found) return item;
  const wanted = byHandIn(item).filter(({ path }) => !paths || paths.some((one) => isSame(one, path)));
  const record = wanted.reduce<unknown>(
    (at, { path, follow }) => withField(at, path, follow),
    toRecord(found.schema, item),
  );
  const back = found.schema.parse(structuredClone(toList(found.schema, record))) as ReportItem;
  const lines = wanted.flatMap(({ path }) => (isColourOfLine(path) ? [path[1] ?? ''] : []));
  return back.type === 'figure' ? inFreeTurns(back, lines) : back;
}
