/** The licences of all packages, read off package-lock.json, so that they are the same on every machine. */
import { readFileSync } from 'node:fs';

interface Locked {
  version?: string;
  license?: string;
  optionalDependencies?: Record<string, string>;
}

/** Licences that ask nothing but that they are named. */
const PERMISSIVE = new Set(
  '0BSD Apache-2.0 BSD-2-Clause BSD-3-Clause BlueOak-1.0.0 CC-BY-4.0 CC0-1.0 ISC MIT OFL-1.1 Python-2.0 Zlib'.split(
    ' ',
  ),
);

/** Copyleft of single files or of a library: what Rizo does with them, which asks nothing of its own code. */
const LIMITED: Readonly<Record<string, string>> = {
  '@resvg/resvg-js': 'draws PNG pictures; used as it is published',
  lightningcss: 'a part of Tailwind CSS, used while building only',
  'axe-core': 'used in tests only',
  sharp: 'an optional part of Astro for pictures in pages, which Rizo has none of; never loaded',
};

/** What a package without a licence in the lock file is; looked up by hand. */
const TOLD: Readonly<Record<string, string>> = { 'zod-to-ts': 'MIT' };

const lock = JSON.parse(readFileSync(new URL('../package-lock.json', import.meta.url), 'utf8')) as {
  packages: Record<string, Locked>;
};
const nameOf = (path: string) => path.replace(/^.*node_modules\//, '');
const packages = Object.entries(lock.packages).filter(([path]) => path !== '');

/** The package of which another is a build for one platform. */
const parentOf = new Map<string, Locked & { name: string }>();
for (const [path, entry] of packages)
  for (const part of Object.keys(entry.optionalDependencies ?? {}))
    parentOf.set(part, { ...entry, name: nameOf(path) });

const familyOf = (name: string): string => {
  if (name.startsWith('@img/sharp')) return 'sharp';
  const parent = parentOf.get(name);
  return parent && name.includes(parent.name.replace(/^@[^/]+\//, '')) ? parent.name : name;
};

export interface Licensed {
  name: string;
  licence: string;
}

export const licensed: readonly Licensed[] = packages.map(([path, entry]) => {
  const name = nameOf(path);
  return {
    name,
    licence: entry.license || TOLD[name] || parentOf.get(name)?.license || 'not told',
  };
});

/** Whether all that a licence such as "(MIT OR CC0-1.0)" asks is permissive. */
const isPermissive = (licence: string): boolean => {
  const bare = licence.replace(/[()]/g, '');
  return bare.includes(' OR ')
    ? bare.split(' OR ').some((one) => PERMISSIVE.has(one.trim()))
    : bare.split(' AND ').every((one) => PERMISSIVE.has(one.trim()));
};

/** Packages with a licence that Rizo cannot take without a look at it. */
export const doubtful = (all: readonly Licensed[] = licensed): string[] =>
  all
    .filter(
      ({ name, licence }) =>
        !isPermissive(licence) && !(familyOf(name) in LIMITED && !/\bA?GPL/.test(licence.replace('LGPL', ''))),
    )
    .map(({ name, licence }) => `${name}: ${licence}`);

/** docs/licences.md. */
export function licencesPage(): string {
  const byLicence = new Map<string, Set<string>>();
  for (const { name, licence } of licensed) byLicence.set(licence, (byLicence.get(licence) ?? new Set()).add(name));
  const sections = [...byLicence]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([licence, names]) => `## ${licence}\n\n${[...names].sort().join(', ')}\n`);
  const limited = Object.entries(LIMITED).map(([name, why]) => `- ${name}: ${why}`);
  return `# Licences

Of all packages that are installed, also those for building and testing and the builds for other platforms. Written by
\`npm run licences\` from package-lock.json; a test holds it to that, and fails where a package has another licence than
these. None has a licence that would reach Rizo’s own code. These have one that asks for changes of their own files to be
given on, which Rizo does not change:

${limited.join('\n')}

The fonts that ship with the application are under the SIL Open Font License.

${sections.join('\n')}`;
}
