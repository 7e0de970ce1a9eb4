/**
 * Two forms of the same thing. In the list form, which everything computes
 * with, named lists are arrays in their order. In the record form, which is
 * stored and sent, each is a record by name, and every entry has its place in
 * the order beside its own properties:
 *
 *     { lines: [{ id: 'a', weight: 1 }] }  <->  { lines: { a: { place: 'a0', weight: 1 } } }
 */
import * as z from 'zod';
import { Refusal } from '../refusal.ts';
import { isName, type Naming, nameOf, shapeOf, tagOf, wrongName } from './keyed.ts';
import { byPlace, PLACE, placesFor } from './places.ts';
import { isProperties, isSame, own, type Properties } from './same.ts';

/** List forms of record forms that are known, so that what did not change stays the same thing. */
const lists = new WeakMap<object, unknown>();

/** Properties without the one at a dotted path. */
function without(value: Properties, path: string): Properties {
  const [step = '', ...rest] = path.split('.');
  const { [step]: inner, ...others } = value;
  return rest.length === 0 || !isProperties(inner) ? others : { ...others, [step]: without(inner, rest.join('.')) };
}

/** Properties with a value at a dotted path. */
function withAt(value: Properties, path: string, name: string): Properties {
  const [step = '', ...rest] = path.split('.');
  const inner = value[step];
  return {
    ...value,
    [step]: rest.length === 0 ? name : withAt(isProperties(inner) ? inner : {}, rest.join('.'), name),
  };
}

/** A record form with the list form it came from. */
interface Known {
  list: unknown;
  record: unknown;
}

function knownAt(known: Known | undefined, step: string): Known | undefined {
  if (!known || !isProperties(known.list) || !isProperties(known.record)) return undefined;
  return { list: own(known.list, step), record: own(known.record, step) };
}

function recordOfFields(
  of: Readonly<Record<string, z.ZodType>>,
  value: Properties,
  known: Known | undefined,
): Properties {
  const record: Record<string, unknown> = {};
  for (const [step, inner] of Object.entries(value)) {
    if (inner === undefined) continue;
    const schema = own(of, step);
    record[step] = schema ? toRecord(schema, inner, knownAt(known, step)) : inner;
  }
  return record;
}

function recordOfNames(value: readonly unknown[]): Properties {
  return Object.fromEntries(value.map((name) => [String(name), true]));
}

function recordOfEntries(
  naming: Naming & { by: string },
  element: z.ZodType,
  value: readonly unknown[],
  known: Known | undefined,
): Properties {
  const before = isProperties(known?.record) ? known.record : {};
  const entriesBefore = new Map(
    Array.isArray(known?.list) ? known.list.map((entry: unknown) => [nameOf(naming, entry), entry] as const) : [],
  );
  const names = value.map((entry) => nameOf(naming, entry));
  const places = placesFor(
    names,
    new Map(
      Object.entries(before).flatMap(([name, entry]) => (isProperties(entry) ? [[name, String(entry['place'])]] : [])),
    ),
  );
  const record: Record<string, unknown> = {};
  for (const [index, entry] of value.entries()) {
    const name = names[index] as string;
    const was = own(before, name);
    const place = places[index];
    if (isProperties(was) && entriesBefore.get(name) === entry && was['place'] === place) {
      record[name] = was;
      continue;
    }
    const plain = toRecord(
      element,
      entry,
      isProperties(was) ? { list: entriesBefore.get(name), record: was } : undefined,
    );
    const made = { ...(isProperties(plain) ? without(plain, naming.by) : {}), place };
    record[name] = isSame(made, was) ? was : made;
    if (record[name] === made) lists.set(made, entry);
  }
  return record;
}

/**
 * The record form of a list form. `known` is an earlier list form with its
 * record form: what is the same in both stays the same thing, and entries that
 * did not move keep their places. Throws a Refusal where two entries have one name.
 */
export function toRecord(schema: z.ZodType, value: unknown, known?: Known): unknown {
  if (known && known.list === value && known.record !== undefined) return known.record;
  const shape = shapeOf(schema, value);
  let made: unknown = value;
  if (shape.kind === 'fields' && isProperties(value)) made = recordOfFields(shape.of, value, known);
  else if (shape.kind === 'named' && Array.isArray(value)) {
    const { by, what } = shape.naming;
    const wrong = wrongName(shape.naming, value);
    if (wrong) throw new Refusal(wrong.message);
    made = by === null ? recordOfNames(value) : recordOfEntries({ by, what }, shape.list.element, value, known);
  }
  if (known && known.record !== undefined && isSame(made, known.record)) return known.record;
  if (typeof made === 'object' && made !== null && made !== value) lists.set(made, value);
  return made;
}

function listOfEntry(element: z.ZodType, by: string, name: string, entry: unknown): unknown {
  if (!isProperties(entry)) return entry;
  const found = lists.get(entry);
  if (found !== undefined) return found;
  const { place: _, ...own } = entry;
  const list = toList(element, withAt(own, by, name));
  lists.set(entry, list);
  return list;
}

function listOfRecord(naming: Naming, element: z.ZodType, record: Properties): unknown[] {
  const { by } = naming;
  if (by === null) return Object.keys(record).sort();
  return Object.entries(record)
    .map(([name, entry]) => [name, isProperties(entry) ? String(entry['place']) : ''] as const)
    .sort(byPlace)
    .map(([name]) => listOfEntry(element, by, name, record[name]));
}

/** The list form of a record form. What is not of the schema's form is left as it is, for the schema to refuse. */
export function toList(schema: z.ZodType, record: unknown): unknown {
  if (!isProperties(record)) return record;
  const found = lists.get(record);
  if (found !== undefined) return found;
  const shape = shapeOf(schema, record);
  let list: unknown = record;
  if (shape.kind === 'fields') {
    list = Object.fromEntries(
      Object.entries(record).map(([step, inner]) => {
        const of = own(shape.of, step);
        return [step, of ? toList(of, inner) : inner];
      }),
    );
  } else if (shape.kind === 'named') list = listOfRecord(shape.naming, shape.list.element, record);
  // A choice that was read through another schema object must not be mixed up with this one, so only whole things are kept.
  if (shape.kind === 'fields' || shape.kind === 'named') lists.set(record, Object.freeze(list));
  return list;
}

/** Leaves the property out that names an entry, since the record says it. */
function schemaWithout(schema: z.ZodType, path: string): z.ZodType {
  if (!(schema instanceof z.ZodObject)) {
    if (schema instanceof z.ZodDiscriminatedUnion)
      return z.discriminatedUnion(
        schema.def.discriminator,
        (schema.options as z.ZodType[]).map((option) => schemaWithout(option, path)) as [z.ZodObject, ...z.ZodObject[]],
      );
    return schema;
  }
  const [step = '', ...rest] = path.split('.');
  const { [step]: inner, ...others } = schema.shape as Record<string, z.ZodType>;
  return z.strictObject(
    rest.length === 0 || !inner ? others : { ...others, [step]: schemaWithout(inner, rest.join('.')) },
  );
}

const placed = z.string().regex(PLACE, 'A place is a text of letters and digits.');

function withPlace(schema: z.ZodType): z.ZodType {
  if (schema instanceof z.ZodObject) return z.strictObject({ ...schema.shape, place: placed });
  if (schema instanceof z.ZodDiscriminatedUnion)
    return z.discriminatedUnion(
      schema.def.discriminator,
      (schema.options as z.ZodType[]).map(withPlace) as [z.ZodObject, ...z.ZodObject[]],
    );
  return schema;
}

/** The schema of the record form: what is published, and what stored reports are held to. */
export function recordSchema(schema: z.ZodType): z.ZodType {
  if (schema instanceof z.ZodDefault) {
    // What a newer version added is absent in documents of the same form.
    const inner = schema.unwrap() as z.ZodType;
    return recordSchema(inner).default(toRecord(inner, schema.def.defaultValue));
  }
  if (schema instanceof z.ZodOptional) return recordSchema(schema.unwrap() as z.ZodType).optional();
  if (schema instanceof z.ZodNullable) return recordSchema(schema.unwrap() as z.ZodType).nullable();
  const tag = tagOf(schema);
  if (tag !== null && schema instanceof z.ZodDiscriminatedUnion)
    return z.discriminatedUnion(
      tag,
      (schema.options as z.ZodType[]).map(recordSchema) as [z.ZodObject, ...z.ZodObject[]],
    );
  const shape = shapeOf(schema, undefined);
  if (shape.kind === 'fields')
    return z.strictObject(
      Object.fromEntries(Object.entries(shape.of).map(([step, inner]) => [step, recordSchema(inner)])),
    );
  if (shape.kind === 'value' || shape.kind === 'map') return schema;
  const { naming, list } = shape;
  const name = z.string().refine(isName, 'That text cannot be used as a name.');
  if (naming.by === null) return z.record(name, z.literal(true));
  return z.record(name, withPlace(schemaWithout(recordSchema(list.element), naming.by)));
}
