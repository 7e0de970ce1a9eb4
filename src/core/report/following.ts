/**
 * Reports of before there were settings that follow the house (version 5):
 * their documents, and what their log says of them.
 */
import type * as z from 'zod';
import { FigureSpec } from '../figure/spec.ts';
import { fieldAt, type Path } from '../named/fields.ts';
import { shapeOf } from '../named/keyed.ts';
import { toList } from '../named/record.ts';
import { isProperties, own } from '../named/same.ts';
import { SparkTableSpec } from '../spark/spec.ts';
import { follow, type Place } from '../style/by-house.ts';
import { HouseStyle } from '../style/style.ts';

/** The style that a stored document says; null where it has none that can be read. */
export function styleOf(stored: unknown): HouseStyle | null {
  if (!isProperties(stored)) return null;
  const { sparks: _, kind: __, ...style } = stored;
  return HouseStyle.safeParse(toList(HouseStyle, style)).data ?? null;
}

/** The schema of a thing that is set on a sheet. */
function setSchema(item: unknown): { schema: z.ZodType; of: Place['of'] } | null {
  const type = isProperties(item) ? item['type'] : null;
  if (type === 'figure') return { schema: FigureSpec, of: 'figure' };
  return type === 'spark' ? { schema: SparkTableSpec, of: 'spark' } : null;
}

/** A thing in its record form, with what is as the style has it following that. */
export function itemFollowing(item: unknown, style: HouseStyle): unknown {
  const set = setSchema(item);
  return set ? follow(set.schema, item, set.of, style) : item;
}

/** The schema of what stands at a path within a thing. */
function schemaAt(schema: z.ZodType, value: unknown, path: Path): z.ZodType | null {
  let [at, now]: [z.ZodType, unknown] = [schema, value];
  for (const step of path) {
    const shape = shapeOf(at, now);
    const inner = shape.kind === 'fields' ? own(shape.of, step) : shape.kind === 'named' ? shape.list.element : null;
    if (!inner) return null;
    now = isProperties(now) && Object.hasOwn(now, step) ? now[step] : undefined;
    at = inner;
  }
  return at;
}

/** What a change of before version 5 left at a path of a report, as it stands there today; the value itself where the house has no say. */
export function valueFollowing(record: unknown, path: Path, value: unknown): unknown {
  const [list, id, ...within] = path;
  const style = styleOf(fieldAt(record, ['style']));
  if (list !== 'items' || id === undefined || !style) return value;
  const item = fieldAt(record, ['items', id]);
  if (within.length === 0) return itemFollowing(value, style);
  const set = setSchema(item);
  const schema = set && schemaAt(set.schema, item, within);
  const owner = fieldAt(item, within.slice(0, -1));
  if (!set || !schema) return value;
  return follow(schema, value, set.of, style, { path: within, owner: isProperties(owner) ? owner : {} });
}
