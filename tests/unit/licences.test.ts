import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { doubtful, licencesPage } from '../../tools/licence-list.ts';

it('docs/licences.md is in step with the packages, and none has a licence that reaches Rizo’s code', () => {
  expect(readFileSync(new URL('../../docs/licences.md', import.meta.url), 'utf8')).toBe(licencesPage());
  expect(doubtful()).toEqual([]);
});

it('a package with another licence is seen', () => {
  const of = (licence: string, name = 'some') => doubtful([{ name, licence }]).length;
  expect(['MIT', '(MIT OR GPL-3.0)', 'MIT AND Zlib'].map((licence) => of(licence))).toEqual([0, 0, 0]);
  expect(['GPL-3.0', 'MIT AND AGPL-3.0', 'MPL-2.0', 'not told', ''].map((licence) => of(licence))).toEqual([
    1, 1, 1, 1, 1,
  ]);
  expect([of('MPL-2.0', 'axe-core'), of('GPL-2.0', 'axe-core')]).toEqual([0, 1]);
});
