/**
 * Every command carries only what is changed: two who set different parts of
 * one thing with it, each without knowing of the other, both find what they set.
 */
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { type CommandName, commandSchemas } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { applyFields, type Field, meets } from '../../src/core/named/fields.ts';
import { Id } from '../../src/core/named/id.ts';
import { bare, shapeOf } from '../../src/core/named/keyed.ts';
import { isSame } from '../../src/core/named/same.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { type ReportRecord, reportOf } from '../../src/core/report/record.ts';
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
  if (
    shapeOf(inner, value).kind === 'fields' &&
    inner instanceof z.ZodObject &&
    typeof value === 'object' &&
    value !== null
  )
    return Object.entries(inner.shape as Record<string, z.ZodType>).flatMap(([key, of]) =>
      path.length === 0 && SPEAKS_OF.has(key)
        ? []
        : leavesOf(of, (value as Record<string, unknown>)[key], [...path, key], own),
    );
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
    for (const one of leaves)
      for (const two of leaves) {
        if (one === two) continue;
        const [mine, theirs] = [onlyWith(args, leaves, one, other), onlyWith(args, leaves, two, other)];
        const [a, b] = [run(set.record, name, mine), run(set.record, name, theirs)];
        if (!a || !b || a.fields.length === 0 || b.fields.length === 0) continue;
        if (a.fields.some(({ path }) => b.fields.some((field) => meets(path, field.path)))) continue;
        const both = applyFields(a.record, b.fields);
        const now = run(a.record, name, theirs);
        if (now && !isSame(now.record, both)) lost.add([one.path.join('.'), two.path.join('.')].sort().join(' and '));
      }
  }
  return lost;
}

/** Arguments that say what is spoken of. */
const SPEAKS_OF = new Set(['row', 'at', 'from', 'name', 'check', 'key']);
/** What is new is given whole. */
const ADDS = new Set<CommandName>([
  'figure.split',
  'figure.layCalendar',
  'style.keepLook',
  'item.setNoteAside',
  'manuscript.setNoteAside',
]);

describe('two who set different parts of one thing', () => {
  it.each(commandSchemas().filter(([name]) => !ADDS.has(name)))('both find what they set with %s', (name, schema) => {
    expect([...lostBy(name, schema, runs(45))]).toEqual([]);
  });
});
