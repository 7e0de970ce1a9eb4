/** Lists whose entries are known by a name of their own, so that a change made elsewhere never moves under a change made here. */
import * as z from 'zod';
import { isProperties } from './same.ts';

/** How the entries of a list are told apart. */
export interface Naming {
  /** the property that names an entry, such as "id" or "meta.key"; null where the entries are the names themselves */
  by: string | null;
  /** what its entries are, as a word such as "lines" */
  what: string;
}

const NAMED = z.registry<Naming>();

type AnyList = z.ZodArray<z.ZodType>;

/** Names that every object has of itself; a record cannot keep a thing under them. */
const TAKEN = '__proto__';
/** True for a text that a thing can be kept under. */
export const isName = (name: string): boolean => name !== TAKEN;

/** The value at a dotted path of a value. */
export function valueAt(value: unknown, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (at, step) =>
        typeof at === 'object' && at !== null && Object.hasOwn(at, step)
          ? (at as Record<string, unknown>)[step]
          : undefined,
      value,
    );
}

/** The name of an entry. */
export const nameOf = ({ by }: Naming, entry: unknown): string => String(by === null ? entry : valueAt(entry, by));

/** What is wrong with the names of a list: the place of an entry and a sentence, or null. */
export function wrongName(naming: Naming, list: readonly unknown[]): { index: number; message: string } | null {
  const seen = new Set<string>();
  for (const [index, entry] of list.entries()) {
    const name = nameOf(naming, entry);
    if (seen.has(name)) return { index, message: `Two ${naming.what} have the same name “${name}”.` };
    if (!isName(name)) return { index, message: `“${name}” cannot be used as a name; choose another one.` };
    seen.add(name);
  }
  return null;
}

function refuseWrongNames(naming: Naming) {
  return ({ value, issues }: z.core.ParsePayload<readonly unknown[]>) => {
    const wrong = wrongName(naming, value);
    if (wrong) issues.push({ code: 'custom', message: wrong.message, input: value, path: [wrong.index] });
  };
}

/**
 * A list whose entries are named by their property `by`: no two may have the
 * same name. In a stored report it is a record by name (see ./record.ts).
 *
 *     lines: keyed(z.array(Line).max(200), 'id', 'lines')
 */
export function keyed<List extends AnyList>(list: List, by: string, what: string): List {
  refuseTaken(list.element as z.ZodType);
  const named = list.check(refuseWrongNames({ by, what })) as List;
  NAMED.add(named, { by, what });
  return named;
}

/** In the record form an entry has its place in the order beside its own properties, so none of these may be called so. */
function refuseTaken(element: z.ZodType): void {
  const inner = bare(element);
  const options = inner instanceof z.ZodDiscriminatedUnion ? (inner.options as z.ZodType[]) : [inner];
  for (const option of options)
    if (option instanceof z.ZodObject && 'place' in option.shape)
      throw new Error('An entry of a named list has a property “place”, which its record form keeps its order in.');
}

/** A list of names without doubles whose order means nothing, such as the categories that are left out. */
export function nameSet<List extends z.ZodArray<z.ZodString>>(list: List, what: string): List {
  const named = list.check(refuseWrongNames({ by: null, what })) as List;
  NAMED.add(named, { by: null, what });
  return named;
}

const WHOLE = new WeakSet<z.ZodType>();

/** A schema whose values change as one: parts of two of them put together would mean nothing. */
export function asOne<Schema extends z.ZodType>(schema: Schema): Schema {
  WHOLE.add(schema);
  return schema;
}

const bared = new WeakMap<z.ZodType, z.ZodType>();

/** A schema without what only says that a value may be absent. */
export function bare(schema: z.ZodType): z.ZodType {
  const known = bared.get(schema);
  if (known) return known;
  let at: z.ZodType = schema;
  while (at instanceof z.ZodDefault || at instanceof z.ZodOptional || at instanceof z.ZodNullable)
    at = at.unwrap() as z.ZodType;
  bared.set(schema, at);
  return at;
}

/** What a report is made of, as far as its parts can be changed one by one. */
export type Shape =
  | { kind: 'value' }
  | { kind: 'fields'; schema: z.ZodObject; of: Readonly<Record<string, z.ZodType>> }
  /** values by names that have no order, such as what was typed into cells; both forms are the same */
  | { kind: 'map' }
  | { kind: 'named'; naming: Naming; list: AnyList };

const VALUE: Shape = { kind: 'value' };
const MAP: Shape = { kind: 'map' };
const shapes = new WeakMap<z.ZodType, Shape>();

/** The option of a choice that a value belongs to, told by its tag. */
function optionFor(schema: z.ZodDiscriminatedUnion, value: unknown): z.ZodType | undefined {
  const { discriminator } = schema.def;
  const tag = valueAt(value, discriminator);
  return (schema.options as z.ZodType[]).find((option) => {
    const literal = option instanceof z.ZodObject ? option.shape[discriminator] : undefined;
    return literal instanceof z.ZodLiteral && literal.values.has(tag as z.core.util.Literal);
  });
}

/** The form of a choice without a tag that a value has, told by its properties; a form of one property is one value. */
function formFor(schema: z.ZodUnion, value: unknown): z.ZodObject | undefined {
  if (!isProperties(value)) return undefined;
  const has = Object.keys(value);
  return (schema.options as z.ZodType[]).map(bare).find((option): option is z.ZodObject => {
    if (!(option instanceof z.ZodObject)) return false;
    const properties = Object.keys(option.shape);
    return properties.length > 1 && has.length > 1 && has.every((step) => properties.includes(step));
  });
}

/** How a value of a schema is taken apart. */
export function shapeOf(schema: z.ZodType, value: unknown): Shape {
  const inner = bare(schema);
  const known = shapes.get(inner);
  if (known) return known;
  if (inner instanceof z.ZodUnion && !(inner instanceof z.ZodDiscriminatedUnion)) {
    const form = formFor(inner, value);
    return form ? shapeOf(form, value) : VALUE;
  }
  if (inner instanceof z.ZodDiscriminatedUnion) {
    const option = optionFor(inner, value);
    return option ? shapeOf(option, value) : VALUE;
  }
  const naming = inner instanceof z.ZodArray ? NAMED.get(inner) : undefined;
  const shape: Shape =
    inner instanceof z.ZodObject && !WHOLE.has(inner)
      ? { kind: 'fields', schema: inner, of: inner.shape }
      : naming
        ? { kind: 'named', naming, list: inner as AnyList }
        : inner instanceof z.ZodRecord
          ? MAP
          : VALUE;
  shapes.set(inner, shape);
  return shape;
}

/** The tag by which a schema tells its forms apart, or null. */
export function tagOf(schema: z.ZodType): string | null {
  const inner = bare(schema);
  return inner instanceof z.ZodDiscriminatedUnion ? inner.def.discriminator : null;
}
