/** Changed fields of a record form: what a change to a report comes to, told by names and never by positions. */
import * as z from 'zod';
import { isName, shapeOf, tagOf, valueAt } from './keyed.ts';
import { isProperties, isSame, own, type Properties } from './same.ts';

export type Path = readonly string[];

const Step = z.string().max(4000).refine(isName, 'That text cannot be used as a name.');
export const Path = z.array(Step).min(1).max(20);

/** One field that was changed. A side that is absent says that nothing stood there. */
export const Field = z.strictObject({ path: Path, from: z.unknown().optional(), to: z.unknown().optional() });
export type Field = Readonly<{ path: Path; from?: unknown; to?: unknown }>;

/** What stands at a path; undefined where nothing does. */
export function fieldAt(record: unknown, path: Path): unknown {
  let at: unknown = record;
  for (const step of path) {
    if (!isProperties(at) || !Object.hasOwn(at, step)) return undefined;
    at = at[step];
  }
  return at;
}

/** True where something can be put: all but the last step of a path is there. */
export const hasRoom = (record: unknown, path: Path): boolean => isProperties(fieldAt(record, path.slice(0, -1)));

/** A record form with another value at a path; undefined takes out what stands there. Throws where a step is missing. */
export function withField(record: unknown, path: Path, value: unknown): Properties {
  const [step, ...rest] = path;
  if (step === undefined || !isProperties(record) || !isName(step))
    throw new Error(`There is no room for ${JSON.stringify(path)}.`);
  if (rest.length > 0)
    return { ...record, [step]: withField(Object.hasOwn(record, step) ? record[step] : undefined, rest, value) };
  if (value !== undefined) return { ...record, [step]: value };
  const { [step]: _, ...others } = record;
  return others;
}

/**
 * A record form to which many fields are put, one after the other: what was
 * copied for one of them is not copied again for the next, so that thousands of
 * cells of a column cost no more than they are. The record given stays as it was.
 */
export class FieldsPut {
  #now: unknown;
  readonly #copied = new Set<object>();

  constructor(record: unknown) {
    this.#now = record;
  }

  get record(): unknown {
    return this.#now;
  }

  #own(value: unknown, path: Path): Record<string, unknown> {
    if (!isProperties(value)) throw new Error(`There is no room for ${JSON.stringify(path)}.`);
    if (this.#copied.has(value)) return value as Record<string, unknown>;
    const copy = { ...value };
    this.#copied.add(copy);
    return copy;
  }

  /** Puts a value at a path; undefined takes out what stands there. Throws where a step is missing. */
  put(path: Path, value: unknown): this {
    const last = path.at(-1);
    if (last === undefined || !path.every(isName)) throw new Error(`There is no room for ${JSON.stringify(path)}.`);
    let at = this.#own(this.#now, path);
    this.#now = at;
    for (const step of path.slice(0, -1)) {
      const inner = this.#own(own(at, step), path);
      at[step] = inner;
      at = inner;
    }
    if (value === undefined) delete at[last];
    else at[last] = value;
    return this;
  }
}

/** Puts what fields came to; the record form must be the one they were made on, or differ elsewhere only. */
export function applyFields(record: unknown, fields: readonly Field[]): unknown {
  const made = new FieldsPut(record);
  for (const { path, to } of fields) made.put(path, to);
  return made.record;
}

/** The same change the other way. */
export const invert = (fields: readonly Field[]): Field[] =>
  fields.toReversed().map(({ path, from, to }) => ({
    path,
    ...(to !== undefined && { from: to }),
    ...(from !== undefined && { to: from }),
  }));

/** True where one path leads to or into the other. */
export const meets = (a: Path, b: Path): boolean => {
  const length = Math.min(a.length, b.length);
  for (let index = 0; index < length; index++) if (a[index] !== b[index]) return false;
  return true;
};

const field = (path: Path, from: unknown, to: unknown): Field => ({
  path,
  ...(from !== undefined && { from }),
  ...(to !== undefined && { to }),
});

function collect(schema: z.ZodType | undefined, from: unknown, to: unknown, path: Path, found: Field[]): void {
  if (from === to) return;
  const tag = schema ? tagOf(schema) : null;
  const isOtherKind = tag !== null && valueAt(from, tag) !== valueAt(to, tag);
  if (!schema || isOtherKind || !isProperties(from) || !isProperties(to)) {
    if (!isSame(from, to)) found.push(field(path, from, to));
    return;
  }
  const shape = shapeOf(schema, to);
  if (shape.kind === 'value' || shape !== shapeOf(schema, from)) {
    if (!isSame(from, to)) found.push(field(path, from, to));
    return;
  }
  const innerOf = (step: string): z.ZodType | undefined => {
    if (shape.kind === 'fields') return own(shape.of, step);
    const isThere = own(from, step) !== undefined && own(to, step) !== undefined;
    return shape.kind === 'named' && isThere ? shape.list.element : undefined;
  };
  for (const step of new Set([...Object.keys(from), ...Object.keys(to)]))
    collect(innerOf(step), own(from, step), own(to, step), [...path, step], found);
}

/** The fields in which two record forms of a schema differ. A thing that came or went is one field. */
export function fieldsBetween(schema: z.ZodType, from: unknown, to: unknown): Field[] {
  const found: Field[] = [];
  collect(schema, from, to, [], found);
  return found;
}
