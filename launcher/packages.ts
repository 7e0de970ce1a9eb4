/** Debian packages that Rizo needs and this machine lacks. */
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { has, run } from './processes.ts';
import { say, Trouble } from './say.ts';

const POSTGRES_HOME = '/usr/lib/postgresql';
/**
 * Chromium without its windows, which takes a third of the time of the whole one
 * that opens them where nobody sees them; and the whole one, which does as well.
 */
const CHROMIUMS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'] as const;

/** Folder of the newest installed PostgreSQL's programs, or undefined. */
function postgresPrograms(): string | undefined {
  if (!existsSync(POSTGRES_HOME)) return undefined;
  return readdirSync(POSTGRES_HOME)
    .filter((version) => existsSync(join(POSTGRES_HOME, version, 'bin', 'initdb')))
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(POSTGRES_HOME, version, 'bin'))[0];
}

/** Installs Debian packages, with sudo when not root, saying so first. */
async function install(packages: readonly string[], otherwise: string): Promise<void> {
  const names = packages.join(' and ');
  const root = process.getuid?.() === 0;
  if (!has('apt-get')) throw new Trouble(`${names} is missing and this is not a Debian system; ${otherwise}`);
  if (!root && !has('sudo'))
    throw new Trouble(
      `${names} is missing and there is no sudo; run “apt-get install ${packages.join(' ')}” as root, or ${otherwise}`,
    );
  say(`installing ${names} from Debian’s packages${root ? '' : ' with sudo'} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args: string[]) =>
    root ? run('apt-get', args, { env }) : run('sudo', ['DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args]);
  // Another program may be installing something just now.
  const patient = ['-o', 'DPkg::Lock::Timeout=600', '-o', 'Acquire::Retries=3'];
  if ((await apt('update', '-qq', ...patient)) !== 0)
    say('Debian’s package lists could not be updated (see above); continuing with the present ones.');
  if ((await apt('install', '-y', '-qq', '--no-install-recommends', ...patient, ...packages)) !== 0)
    throw new Trouble(
      `${names} could not be installed (see above); install it by hand and run this again, or ${otherwise}`,
    );
}

/** PostgreSQL's programs, installed first when they are missing. */
export async function needPostgres(): Promise<string> {
  if (!postgresPrograms()) await install(['postgresql'], 'set DATABASE_URL to a server you have.');
  const found = postgresPrograms();
  if (!found)
    throw new Trouble(
      `PostgreSQL was installed but its programs are not in ${POSTGRES_HOME}; set DATABASE_URL to a server you have.`,
    );
  return found;
}

/** Installs what reads PDF files again in the tests, when it is missing. */
export async function needPdfTools(): Promise<void> {
  const missing = [...(has('pdftotext') ? [] : ['poppler-utils']), ...(has('qpdf') ? [] : ['qpdf'])];
  if (missing.length > 0) await install(missing, 'install their pdftotext, pdffonts, pdfinfo and qpdf.');
}

const chromiumHere = () => CHROMIUMS.find((path) => existsSync(path));

/** Where the Chromium is that is used: the small one, where it is here. */
export const chromiumPath = (): string => chromiumHere() ?? CHROMIUMS[1];

/** Installs Chromium when it is missing. The whole one has to do where the small one cannot be had. */
export async function needChromium(): Promise<void> {
  if (chromiumHere() === CHROMIUMS[0]) return;
  try {
    await install(['chromium-headless-shell'], 'put a Chromium at /usr/bin/chromium.');
  } catch (error) {
    if (!(error instanceof Trouble) || !chromiumHere()) throw error;
    say('using the full Chromium that is installed.');
  }
}
