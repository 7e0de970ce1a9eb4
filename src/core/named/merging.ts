/** Values that two people can change at once without one undoing the other’s, such as the words of a paragraph. */
import * as z from 'zod';
import { shapeOf, valueAt } from './keyed.ts';
import { own } from './same.ts';

/** What stands where one made `mine` and another `theirs` of `base`. */
type Merge = (base: unknown, mine: unknown, theirs: unknown) => unknown;

const MERGES = new WeakMap<z.ZodType, Merge>();

/** A schema whose values are put together where two changed them at once. */
export function merging<Schema extends z.ZodType>(
  schema: Schema,
  merge: (base: z.infer<Schema>, mine: z.infer<Schema>, theirs: z.infer<Schema>) => z.infer<Schema>,
): Schema {
  MERGES.set(schema, merge as Merge);
  return schema;
}

/** How values at a path of a record form are put together; null where the last one counts. */
export function mergeAt(schema: z.ZodType, record: unknown, path: readonly string[]): Merge | null {
  let [at, value]: [z.ZodType | undefined, unknown] = [schema, record];
  for (const step of path) {
    if (!at) return null;
    const shape = shapeOf(at, value);
    at = shape.kind === 'fields' ? own(shape.of, step) : shape.kind === 'named' ? shape.list.element : undefined;
    value = valueAt(value, step);
  }
  // What only says that a value may be absent stands around it.
  while (
    at &&
    !MERGES.has(at) &&
    (at instanceof z.ZodDefault || at instanceof z.ZodOptional || at instanceof z.ZodNullable)
  )
    at = at.unwrap() as z.ZodType;
  return (at && MERGES.get(at)) ?? null;
}
