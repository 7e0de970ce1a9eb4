/**
 * What a report of today calls by other names than older versions: a column of
 * level bars was of the kind "spark", and the opacity of a band was its
 * "strength" (before version 3); words that follow the data were fields of seven
 * kinds (before version 4); lines were added one at a time. The names stand in
 * documents, in the log and in what browsers keep; reading a newer one changes nothing.
 */
import type { Call, Change } from '../change/change.ts';
import type { Field, Path } from '../named/fields.ts';
import { toRecord } from '../named/record.ts';
import { isProperties, own, type Properties } from '../named/same.ts';
import { SparkLook } from '../spark/look.ts';
import type { FactKind, FactPart } from '../text/fact-ref.ts';
import { changeByNames } from './by-names.ts';

/** What each field says as a fact and its part. */
const FIELDS_BEFORE_4: Readonly<Record<string, { kind: FactKind; part: FactPart }>> = {
  'latest value': { kind: 'latest', part: 'value' },
  'latest month': { kind: 'latest', part: 'when' },
  'change on year': { kind: 'year', part: 'signed change' },
  'high and its month': { kind: 'high', part: 'value and when' },
  'low and its month': { kind: 'low', part: 'value and when' },
  'first month': { kind: 'first', part: 'before when' },
  name: { kind: 'latest', part: 'name' },
};

/** A field of a run of words as the fact that it was. */
function factOfField(value: Properties): unknown {
  const { field, line, ...style } = value;
  const known = typeof field === 'string' ? own(FIELDS_BEFORE_4, field) : undefined;
  if (!known || (line !== null && typeof line !== 'string')) return null;
  return { ...style, fact: { kind: known.kind, line }, part: known.part };
}

/** A value in today's names, however deep they stand in it. */
export function renamedIn(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(renamedIn);
  if (!isProperties(value)) return value;
  const fact = 'field' in value ? factOfField(value) : null;
  if (fact !== null) return fact;
  const isBars = value['kind'] === 'spark';
  const isBand = value['kind'] === 'band';
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => {
      if (isBars && name === 'kind') return [name, 'level bars'];
      if (isBand && name === 'strength') return ['opacity', inner];
      return [name, renamedIn(inner)];
    }),
  );
}

/** The path of a field of a mark, from the report or from the mark itself. */
function renamedPath(path: Path): Path {
  const isOfMark = path.length === 1 || (path.length === 5 && path[0] === 'items' && path[2] === 'marks');
  return isOfMark && path.at(-1) === 'strength' ? [...path.slice(0, -1), 'opacity'] : path;
}

const renamedField = (field: Field): Field => ({ ...(renamedIn(field) as Field), path: renamedPath(field.path) });

/** A change of the log in today's names, so that it can still be undone. */
export const renamedChange = (change: Change): Change =>
  change.form === undefined ? change : changeByNames({ ...change, fields: change.fields.map(renamedField) });

/** Arguments that carried a whole thing before, as its parts. */
function wholeAsParts(name: string, args: Properties): Properties | null {
  const parts = (thing: Properties) => Object.entries(thing).map(([key, to]) => ({ path: [key], to }));
  const { emphasis, look, ...others } = args;
  if (name === 'figure.emphasise' && isProperties(emphasis)) {
    const { of, ...rest } = emphasis;
    return { ...others, of, set: parts(rest) };
  }
  if (name === 'figure.setCalculatedBand' && isProperties(args['of'])) {
    const { of, ...rest } = args;
    return { ...rest, set: parts(of as Properties) };
  }
  return name === 'spark.layLook' && isProperties(look) ? { ...others, set: lookParts(look) } : null;
}

/** A look as parts of its record form, in which its emphases are known by what they are of. */
const lookParts = (look: Properties) =>
  Object.entries(toRecord(SparkLook, look) as Properties).map(([key, to]) => ({ path: [key], to }));

/** A call that was kept in a browser, in today's names. */
export function renamedCall(call: Call): Call {
  const args = renamedIn(call.args);
  if (call.name === 'figure.addLine' && isProperties(args))
    return { ...call, name: 'figure.addLines', args: { figure: args['figure'], lines: [args['line']] } };
  if (isProperties(args)) {
    const said = wholeAsParts(call.name, args);
    if (said) return { ...call, args: said };
  }
  if (call.name !== 'figure.setMark' || !isProperties(args) || !Array.isArray(args['set'])) return { ...call, args };
  const set = args['set'].map((part: unknown) =>
    isProperties(part) && Array.isArray(part['path']) ? { ...part, path: renamedPath(part['path']) } : part,
  );
  return { ...call, args: { ...args, set } };
}
