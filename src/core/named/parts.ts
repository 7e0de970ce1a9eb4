/** Setting parts of a thing, so that an argument carries only what is changed. */
import * as z from 'zod';
import { firstWrong } from '../issue.ts';
import { Refusal } from '../refusal.ts';
import { Field, fieldsBetween, type Path, withField } from './fields.ts';
import { toList, toRecord } from './record.ts';
import { isSame } from './same.ts';

/**
 * Parts of a thing to be set, as an argument: paths within its record form,
 * each with what is to stand there; without `to` what stands there goes.
 */
export const Parts = z
  .array(Field.omit({ from: true }))
  .min(1)
  .max(200);
export type Parts = readonly { path: Path; to?: unknown }[];
/** Parts of a thing of which there may be none, as where it only comes to be there. */
export const SomeParts = z.array(Parts.element).max(200);

/**
 * What leads from one form of a thing to another, and nothing else of it:
 * sent like this, a change never carries what someone else may be changing.
 */
export function partsBetween(schema: z.ZodType, from: object, to: object): z.infer<typeof Parts> {
  const before = toRecord(schema, from);
  const after = toRecord(schema, to, { list: from, record: before });
  const fields = fieldsBetween(schema, before, after).flatMap((field) => {
    if (field.path.length > 0) return [field];
    // A thing of another kind: each of its properties on its own.
    const [was, is] = [before as Record<string, unknown>, after as Record<string, unknown>];
    return [...new Set([...Object.keys(was), ...Object.keys(is)])]
      .filter((key) => !isSame(was[key], is[key]))
      .map((key) => ({ path: [key], to: is[key] }));
  });
  return fields.map(({ path, to: value }) => ({ path: [...path], ...(value !== undefined && { to: value }) }));
}

/** A thing with parts of it set. Throws a Refusal where that leaves no thing of its schema. */
export function withParts<Schema extends z.ZodType>(
  schema: Schema,
  before: z.infer<Schema>,
  parts: Parts,
): z.infer<Schema> {
  let record = toRecord(schema, before);
  for (const { path, to } of parts) {
    try {
      record = withField(record, path, to);
    } catch (error) {
      if (!(error instanceof Error)) throw error;
      throw new Refusal(`There is nothing at “${path.join(' › ')}” that can be set.`);
    }
  }
  const parsed = schema.safeParse(toList(schema, record));
  if (!parsed.success) throw new Refusal(firstWrong(parsed.error).message);
  return parsed.data;
}
