/**
 * Completes package-lock.json with the optional packages of other platforms.
 * A registry mirror that serves one platform only leaves them out, and then
 * `npm ci` refuses the lock file. Run it after every change of dependencies:
 * `npm run lock`.
 */
import { readFileSync, writeFileSync } from 'node:fs';

interface LockedPackage {
  version?: string;
  optional?: boolean;
  dev?: boolean;
  os?: string[];
  cpu?: string[];
  libc?: string[];
  optionalDependencies?: Record<string, string>;
}

const file = new URL('../package-lock.json', import.meta.url);
const lock = JSON.parse(readFileSync(file, 'utf8')) as { packages: Record<string, LockedPackage> };

const SYSTEMS = ['darwin', 'linux', 'win32', 'android', 'freebsd', 'openbsd', 'netbsd', 'sunos', 'aix', 'openharmony'];
const PROCESSORS = ['arm64', 'x64', 'ia32', 'arm', 'ppc64', 'riscv64', 's390x', 'loong64', 'mips64el', 'wasm32'];

/** Reads the platform off a package's name, such as "@rollup/rollup-linux-arm64-musl". */
function platformOf(name: string): Pick<LockedPackage, 'os' | 'cpu' | 'libc'> {
  const bare = name.replace(/^@[^/]+\//, '');
  const parts = bare.replace('linuxmusl', 'linux-musl').split('-');
  const os = SYSTEMS.filter(
    (system) => parts.includes(system) || (system === 'linux' && parts.some((part) => part.startsWith('linux'))),
  );
  const cpu = PROCESSORS.filter(
    (processor) => parts.includes(processor) || (processor === 'arm' && parts.includes('armv7')),
  );
  const musl = parts.some((part) => part.startsWith('musl'));
  const libc = os.includes('linux') ? [musl ? 'musl' : 'glibc'] : [];
  return { ...(os.length > 0 && { os }), ...(cpu.length > 0 && { cpu }), ...(libc.length > 0 && { libc }) };
}

/** True when a package at `place` finds `name` in its own or an outer node_modules. */
function isLocked(place: string, name: string): boolean {
  for (let base = place; ; base = base.replace(/(^|\/)node_modules\/(@[^/]+\/)?[^/]+$/, '')) {
    if (lock.packages[base === '' ? `node_modules/${name}` : `${base}/node_modules/${name}`]) return true;
    if (base === '') return false;
  }
}

let added = 0;
for (const [place, entry] of Object.entries(lock.packages)) {
  for (const [name, range] of Object.entries(entry.optionalDependencies ?? {})) {
    if (isLocked(place, name)) continue;
    const top = `node_modules/${name}`;
    const target = Object.hasOwn(lock.packages, top) ? `${place}/node_modules/${name}` : top;
    lock.packages[target] = {
      version: range.replace(/^[^\d]*/, ''),
      ...(entry.dev && { dev: true }),
      optional: true,
      ...platformOf(name),
    };
    added++;
  }
}
const sorted = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(file, `${JSON.stringify({ ...lock, packages: sorted }, null, 2)}\n`);
console.log(`completed the lock file with ${added} packages of other platforms`);
