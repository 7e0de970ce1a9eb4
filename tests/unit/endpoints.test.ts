/** The one place in which it is checked who may do what. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { may } from '../../src/server/may.ts';
import { tooMany, tooManyWrong } from '../../src/server/rates.ts';
import { cookieOf, whoAsks } from '../../src/server/who.ts';

const pages = fileURLToPath(new URL('../../src/pages/api', import.meta.url));

describe('endpoints', () => {
  const files = readdirSync(pages, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.ts'));

  it.each(files)('of %s all pass it', (file) => {
    const text = readFileSync(join(pages, file), 'utf8');
    const exported = [...text.matchAll(/^export (?:const|function|async function) (\w+)(.*)$/gm)];
    expect(exported.length).toBeGreaterThan(0);
    const made = file.includes('[report]') ? /^ = ofReport\('\w+', / : /^ = ofNone\('\w+', /;
    for (const [, name, rest] of exported) {
      expect(name).toMatch(/^(?:GET|POST|PUT|PATCH)$/);
      expect(rest).toMatch(made);
    }
  });
});

describe('who asks', () => {
  const key = 'k'.repeat(32);
  const cookie = cookieOf(key, 4330, false).split(';')[0] ?? '';

  it('is known by the cookie of its port or the key, and by nothing like them', () => {
    expect(whoAsks({ cookie }, key, 4330)).toBe('keeper');
    expect(whoAsks({ cookie: `a=b; ${cookie}; c="d"` }, key, 4330)).toBe('keeper');
    expect(whoAsks({ authorization: `Bearer ${key}` }, key, 4330)).toBe('keeper');
    expect(whoAsks({ cookie }, key, 4331)).toBe('nobody');
    expect(whoAsks({ cookie }, `${key}2`, 4330)).toBe('nobody');
    // A wrong key is not made good by a cookie.
    expect(whoAsks({ cookie, authorization: 'Bearer other' }, key, 4330)).toBe('nobody');
    expect(cookieOf(key, 4330, true)).toContain('; Secure');
    const any = fc.oneof(fc.string(), fc.constantFrom('', 'rizo-4330=', `rizo-4330=${key}`, 'rizo-4330'));
    fc.assert(
      fc.property(any, any, (text, token) => {
        expect(whoAsks({ cookie: text }, key, 4330)).toBe('nobody');
        expect(whoAsks({ authorization: `Bearer ${token}` }, key, 4330)).toBe('nobody');
        expect(whoAsks({ authorization: token }, key, 4330)).toBe('nobody');
      }),
    );
  });

  it('may do everything or nothing of anyone’s', () => {
    for (const what of ['list', 'make', 'read', 'change', 'remove'] as const) {
      expect(may('keeper', what, 'r')).toBe(true);
      expect(may('nobody', what, 'r')).toBe(false);
    }
    expect(may('nobody', 'ask', null)).toBe(true);
  });
});

describe('rates', () => {
  it('stop one address that asks without end, and no other', async () => {
    const taken = async (address: string, ask: (address: string) => Promise<number | null>, most: number) => {
      for (let count = 0; count < most; count++) if ((await ask(address)) !== null) return count;
      return most;
    };
    const change = (address: string) => tooMany(address, true);
    expect(await taken('10.0.0.1', change, 10_000)).toBe(6000);
    expect(await change('10.0.0.1')).toBeGreaterThan(0);
    expect(await change('10.0.0.2')).toBeNull();
    // What is only read is counted by itself.
    expect(await tooMany('10.0.0.1', false)).toBeNull();
    expect(await taken('10.0.0.3', tooManyWrong, 100)).toBe(20);
    expect(await tooManyWrong('10.0.0.4')).toBeNull();
  });
});
