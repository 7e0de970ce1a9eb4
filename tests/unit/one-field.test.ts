/**
 * Every command carries only what is changed: two who set different parts of
 * one thing with it, each without knowing of the other, both find what they set.
 */
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { type CommandName, commandSchemas } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { applyFields, type Field, fieldAt, meets } from '../../src/core/named/fields.ts';
import { Id } from '../../src/core/named/id.ts';
import { bare, shapeOf } from '../../src/core/named/keyed.ts';
import { isProperties, isSame } from '../../src/core/named/same.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { type ReportRecord, reportOf } from '../../src/core/report/record.ts';
import { Report } from '../../src/core/report/report.ts';
import { runs } from '../runs.ts';
import { anyArgs, Dice } from './any-command.ts';
import { rich } from './rich-report.ts';

type Steps = readonly (string | number)[];
interface Leaf {
  path: Steps;
  /** whether it, or what holds it, can be left out */
  optional: Steps | null;
}

/** The values in some arguments that can be set one by one, with the nearest part of them that can be left out. */
function leavesOf(schema: z.ZodType, value: unknown, path: Steps = [], optional: Steps | null = null): Leaf[] {
  const own = schema instanceof z.ZodOptional ? path : optional;
  const inner = bare(schema);
  if (value === undefined || inner === Id) return [];
  const shape = shapeOf(inner, value);
  if (shape.kind === 'fields' && typeof value === 'object' && value !== null)
    return Object.entries(shape.of).flatMap(([key, of]) =>
      path.length === 0 && SPEAKS_OF.has(key)
        ? []
        : leavesOf(of, (value as Record<string, unknown>)[key], [...path, key], own),
    );
  // Words and such, by their names.
  if (shape.kind === 'map' && isProperties(value))
    return Object.keys(value).map((key) => ({ path: [...path, key], optional: [...path, key] }));
  return [{ path, optional: own }];
}

const at = (value: unknown, path: Steps): unknown =>
  path.reduce<unknown>((now, step) => (now as Record<string | number, unknown> | undefined)?.[step], value);

/** A copy with another value at a path; undefined takes it out. */
function putAt(value: unknown, [step, ...rest]: Steps, to: unknown): unknown {
  if (step === undefined) return to;
  const copy = { ...(value as Record<string, unknown>) };
  const next = putAt(copy[step], rest, to);
  if (next === undefined) delete copy[step];
  else copy[step] = next;
  return copy;
}

/** Arguments with one value as in others, and nothing besides that could be left out. */
function onlyWith(args: unknown, leaves: readonly Leaf[], leaf: Leaf, other: unknown): unknown {
  let made = args;
  const holds = (part: Steps) => part.every((step, index) => leaf.path[index] === step);
  for (const { optional } of leaves)
    if (optional && !holds(optional) && at(made, optional) !== undefined) made = putAt(made, optional, undefined);
  return putAt(made, leaf.path, at(other, leaf.path));
}

const run = (record: ReportRecord, name: string, args: unknown): { record: ReportRecord; fields: Field[] } | null => {
  try {
    return runCall(record, { name, args }, () => undefined);
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
};

/** A thing that is added whole has hundreds of values: of so many pairs each is tried, of more as many by chance. */
const MOST_PAIRS = runs(600);

function pairsOf(leaves: readonly Leaf[], dice: Dice): (readonly [Leaf, Leaf])[] {
  const count = leaves.length * (leaves.length - 1);
  const pairAt = (at: number): readonly [Leaf, Leaf] => {
    const [first, behind] = [Math.floor(at / (leaves.length - 1)), at % (leaves.length - 1)];
    return [leaves[first], leaves[behind < first ? behind : behind + 1]] as [Leaf, Leaf];
  };
  const isEach = count <= MOST_PAIRS;
  return Array.from({ length: Math.min(count, MOST_PAIRS) }, (_, at) => pairAt(isEach ? at : dice.below(count)));
}

/** Says of a command which of its values, each set alone, undo another that was set alone by someone else. */
function lostBy(name: CommandName, schema: z.ZodType, tries: number): Set<string> {
  const lost = new Set<string>();
  for (let seed = 1; seed <= tries; seed++) {
    const dice = new Dice(seed);
    const args = anyArgs(name, reportOf(rich), dice);
    const set = args === null ? null : run(rich, name, args);
    if (!set) continue;
    const other = anyArgs(name, reportOf(set.record), dice);
    if (other === null) continue;
    const leaves = leavesOf(schema, args);
    for (const [one, two] of pairsOf(leaves, dice)) {
      const [mine, theirs] = [onlyWith(args, leaves, one, other), onlyWith(args, leaves, two, other)];
      const [a, b] = [run(set.record, name, mine), run(set.record, name, theirs)];
      if (!a || !b || a.fields.length === 0 || b.fields.length === 0) continue;
      const pair = [one.path.join('.'), two.path.join('.')].sort().join(' and ');
      const now = run(a.record, name, theirs);
      if (!now) continue;
      // What only one of them sets stands; of what both set, the later counts.
      const ofOne = a.fields.filter(({ path }) => !b.fields.some((field) => meets(path, field.path)));
      if (ofOne.length === 0) lost.add(pair);
      if (ofOne.length === a.fields.length && !isSame(now.record, applyFields(a.record, b.fields))) lost.add(pair);
      if (ofOne.some(({ path, to }) => !isSame(fieldAt(now.record, path), to))) lost.add(pair);
    }
  }
  return lost;
}

/** Arguments that say what is spoken of, or for which data it was said. */
const SPEAKS_OF = new Set(['row', 'at', 'from', 'name', 'check', 'key', 'written']);
/** What is new is given whole, and so is where something is put. */
const ADDS = new Set<CommandName>([
  'figure.split',
  'figure.sumUp',
  'figure.layCalendar',
  'style.keepLook',
  'item.setNoteAside',
  'manuscript.setNoteAside',
  'table.moveColumn',
]);

describe('two who set different parts of one thing', () => {
  it.each(commandSchemas().filter(([name]) => !ADDS.has(name)))('both find what they set with %s', (name, schema) => {
    expect([...lostBy(name, schema, runs(45))]).toEqual([]);
  });
});

/** Where a schema gives what is left out a value although it may be left out. */
function filledIn(schema: z.ZodType, path: string, seen: Set<z.ZodType>): string[] {
  if (seen.has(schema)) return [];
  seen.add(schema);
  if (schema instanceof z.ZodOptional && schema.unwrap() instanceof z.ZodDefault) return [path];
  const inner = bare(schema);
  if (inner !== schema) return filledIn(inner, path, seen);
  if (inner instanceof z.ZodUnion) return inner.options.flatMap((one) => filledIn(one as z.ZodType, path, seen));
  if (inner instanceof z.ZodArray) return filledIn(inner.element as z.ZodType, path, seen);
  if (!(inner instanceof z.ZodObject)) return [];
  return Object.entries(inner.shape as Record<string, z.ZodType>).flatMap(([key, of]) =>
    filledIn(of, `${path}.${key}`, seen),
  );
}

describe('what is left out', () => {
  it('is not set to what it is at first, in any command and in no part of a report', () => {
    const all = [...commandSchemas(), ['report', Report] as const];
    expect(all.flatMap(([name, schema]) => filledIn(schema, name, new Set()))).toEqual([]);
  });

  it.each(['passengers', 'glance'])('of the words of %s stays as it is', (item) => {
    for (const one of ['title', 'subtitle', 'source'] as const) {
      const all = { title: 'First', subtitle: 'Second', source: 'Third' };
      const set = run(rich, 'item.setWords', { item, words: all });
      const now = set && run(set.record, 'item.setWords', { item, words: { [one]: 'Other' } });
      expect(now && fieldAt(now.record, ['items', item, 'words'])).toEqual({ ...all, [one]: 'Other' });
    }
  });
});
