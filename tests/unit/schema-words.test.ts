/** What schemas do not take, in words. */
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { commandSchemas } from '../../src/core/change/commands/index.ts';
import { CallsRequest } from '../../src/core/change/wire.ts';
import { firstWrong } from '../../src/core/issue.ts';
import { sayIssueOf } from '../../src/core/named/schema-words.ts';

const said = (schema: z.ZodType, value: unknown): string => {
  const parsed = schema.safeParse(value);
  return parsed.success ? 'taken' : firstWrong(parsed.error).message;
};
const request = (more: object) => ({ base: 0, commands: [{ id: crypto.randomUUID(), name: 'x', args: {} }], ...more });

describe('what a schema does not take', () => {
  it.each<[string, unknown]>([
    ['“base” is missing.', { commands: [] }],
    ['“base” must be a number.', request({ base: '3' })],
    ['“base” must be at most 2,147,483,647.', request({ base: 2 ** 31 })],
    ['“base” must be at least 0.', request({ base: -1 })],
    ['“commands” holds at least 1 entry.', request({ commands: [] })],
    ['“commands” must be a list.', request({ commands: {} })],
    ['“by” holds at least 1 character.', request({ by: '' })],
    ['“by” holds at most 80 characters.', request({ by: 'x'.repeat(81) })],
    ['“name” is missing.', request({ commands: [{ id: crypto.randomUUID() }] })],
    ['There is no field “more” here; leave it out.', request({ more: 1 })],
  ])('is said by its field: %s', (words, value) => {
    expect(said(CallsRequest, value)).toBe(words);
  });

  it('is said of choices, whole numbers, lists and what stands alone', () => {
    expect(said(z.object({ side: z.enum(['left', 'right']) }), { side: 'up' })).toBe(
      '“side” must be one of “left”, “right”.',
    );
    expect(said(z.object({ kind: z.literal('table') }), { kind: 1 })).toBe('“kind” must be “table”.');
    expect(said(z.object({ n: z.number().int() }), { n: 1.5 })).toBe('“n” must be a whole number.');
    expect(said(z.object({ n: z.number().gt(0) }), { n: 0 })).toBe('“n” must be above 0.');
    expect(said(z.object({ list: z.array(z.string()) }), { list: ['a', 2] })).toBe('Entry 2 of “list” must be text.');
    expect(said(z.string(), 4)).toBe('What was sent must be text.');
    expect(said(z.object({ n: z.number().multipleOf(5) }), { n: 3 })).toBe('“n” must be a multiple of 5.');
    expect(said(z.object({ id: z.uuid() }), { id: 'x' })).toBe('“id” is not valid.');
    expect(
      said(z.object({ many: z.enum(Array.from({ length: 20 }, (_, n) => `c${n}`) as [string]) }), { many: 'x' }),
    ).toContain('and others.');
    expect(sayIssueOf({ code: 'something else' } as never)).toBeUndefined();
  });

  it('of the arguments of any command is a sentence, without words of the schema', () => {
    for (const [name, schema] of commandSchemas())
      for (const value of [undefined, null, 3, 'x', [], {}, { more: 1 }, { table: 4, figure: 4, spark: 4, item: [] }]) {
        const words = said(schema, value);
        expect(words, name).toMatch(/^(?:taken|[“A-Z].*[.!])$/s);
        expect(words, name).not.toMatch(/Invalid|expected|received|undefined|Too (?:small|big)/);
      }
  });
});
