/** The server process: looks at each request, serves the files of a build, and hands all else to the application. */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import sirv from 'sirv';
import { hostsIn, turnedAway } from '../src/server/guard.ts';
import { EVERYWHERE, FILE_POLICY, pagePolicy, SCRIPT_POLICY, scriptHashes } from '../src/server/headers.ts';
import { tooMany, tooManyWrong } from '../src/server/rates.ts';
import { cookieOf, isKey, type Who, whoAsks } from '../src/server/who.ts';

/** The application; `locals` are what its pages and endpoints are told of a request. */
type Handler = (
  req: IncomingMessage,
  res: ServerResponse,
  next: undefined,
  locals: { who: Who },
) => Promise<void> | void;

// Where the disk is full, what is logged is lost, and nothing else.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);

const [build = ''] = process.argv.slice(2);
// Where its worker threads are found.
process.env['RIZO_BUILD'] = build;
const port = Number(process.env['PORT']);
const host = process.env['HOST'] ?? '127.0.0.1';
/** null where all who reach the port may do everything */
const key = process.env['RIZO_KEY'] ?? null;
const hosts = hostsIn(process.env['RIZO_HOSTS'] ?? '');
const { handler } = (await import(pathToFileURL(join(build, 'server', 'entry.mjs')).href)) as { handler: Handler };
const files = sirv(join(build, 'client'), {
  immutable: true,
  maxAge: 31_536_000,
  etag: true,
  brotli: true,
  gzip: true,
});

/** Time for a request to come in, and for its headers. */
const REQUEST_MS = 120_000;
const HEADERS_MS = 20_000;
/** A connection that is open is used again so long after its last answer, which is longer than proxies and programs hold theirs. */
const KEPT_OPEN_MS = 75_000;
/** Open windows are told of changes over a connection that stays; they connect again when the next server is up. */
const CLOSING_MS = 3000;

/** null until they are read, which is before anyone is served a page */
let hashes: string[] | null = null;
/** A page that holds nothing of anyone’s. */
const BARE_PAGE = '/reports/none';

function turn(res: ServerResponse, status: number, error: string, headers: Record<string, string> = {}): void {
  res.writeHead(status, { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store', ...headers });
  res.end(JSON.stringify({ error }));
}

function policyOf(type: string): string {
  if (type.startsWith('text/html')) return pagePolicy(hashes ?? []);
  return /^(?:text|application)\/javascript/.test(type) ? SCRIPT_POLICY : FILE_POLICY;
}

/** Puts the policy to an answer when it is known whether it is a page; one that has a stricter policy of its own keeps it. */
function withPolicy(res: ServerResponse): void {
  const write = res.writeHead.bind(res);
  res.writeHead = ((...args: Parameters<typeof write>) => {
    const given = new Map<string, unknown>();
    for (const arg of args)
      if (typeof arg === 'object' && arg !== null && !Array.isArray(arg))
        for (const [name, value] of Object.entries(arg)) given.set(name.toLowerCase(), value);
    const has = (name: string) => res.hasHeader(name) || given.has(name);
    const type = String(given.get('content-type') ?? res.getHeader('content-type') ?? '');
    if (!has('content-security-policy')) res.setHeader('content-security-policy', policyOf(type));
    return write(...args);
  }) as typeof res.writeHead;
}

/** Where a request comes from; behind a proxy of this machine, that which the proxy names. */
function addressOf(req: IncomingMessage): string {
  const address = req.socket.remoteAddress ?? '';
  const told =
    hosts.length > 0 && /^(?:::ffff:)?127\.|^::1$/.test(address) ? req.headers['x-forwarded-for'] : undefined;
  return (
    String(told ?? '')
      .split(',')
      .at(-1)
      ?.trim() || address
  );
}

/** Counts a wrong key; true where the address tried too many, and was answered so. The right one is taken all the same. */
async function tried(req: IncomingMessage, res: ServerResponse): Promise<boolean> {
  const wait = await tooManyWrong(addressOf(req));
  if (wait !== null) turn(res, 429, 'Too many keys that are not this Rizo’s were tried; try again later.', after(wait));
  return wait !== null;
}

/** Lets in a browser that brings the key, and shows it the Desk. */
async function enter(req: IncomingMessage, res: ServerResponse): Promise<void> {
  const given = new URL(req.url ?? '', 'http://rizo').searchParams.get('key') ?? '';
  if (key !== null && !isKey(given, key)) {
    if (await tried(req, res)) return;
    turn(res, 401, 'This is not the key of this Rizo. Open the address that ./rizo start or ./rizo status prints.');
  } else {
    const isSecure = req.headers['x-forwarded-proto'] === 'https';
    res.writeHead(303, {
      location: '/',
      'cache-control': 'no-store',
      ...(key !== null && { 'set-cookie': cookieOf(key, port, isSecure) }),
    });
    res.end();
  }
}

const after = (seconds: number) => ({ 'retry-after': String(seconds) });

async function serve(req: IncomingMessage, res: ServerResponse): Promise<void> {
  // The framework’s own endpoints, which nothing here uses.
  if (/^\/_(?:image|actions|server-islands)\b/.test(req.url ?? '')) {
    turn(res, 404, 'There is nothing at this address.');
    return;
  }
  const turned = turnedAway({ method: req.method ?? '', url: req.url ?? '', headers: req.headers }, hosts);
  if (turned) {
    turn(res, turned.status, turned.error, turned.headers);
    return;
  }
  const wait = await tooMany(addressOf(req), !['GET', 'HEAD'].includes(req.method ?? ''));
  if (wait !== null) {
    turn(res, 429, 'This address asks for more than Rizo gives one at a time; try again in a moment.', after(wait));
    return;
  }
  if (hashes === null && req.url !== BARE_PAGE) {
    turn(res, 503, 'Rizo is just starting; try again in a moment.', { 'retry-after': '1' });
    return;
  }
  if (/^\/enter(?:\?|$)/.test(req.url ?? '')) {
    await enter(req, res);
    return;
  }
  const who = whoAsks(req.headers, key, port);
  // A program that brings a wrong key is counted as one that tries some.
  if (who === 'nobody' && req.headers.authorization !== undefined && (await tried(req, res))) return;
  await new Promise<void>((done, fail) => {
    res.once('close', done);
    files(req, res, () => {
      Promise.resolve(handler(req, res, undefined, { who })).catch(fail);
    });
  });
}

const server = createServer((req, res) => {
  for (const [name, value] of Object.entries(EVERYWHERE)) res.setHeader(name, value);
  withPolicy(res);
  serve(req, res).catch((error: unknown) => {
    console.error(error);
    if (res.headersSent) res.destroy();
    else turn(res, 500, 'Rizo could not do this just now; what was saved before is safe. Try again in a moment.');
  });
});
server.requestTimeout = REQUEST_MS;
server.headersTimeout = HEADERS_MS;
server.keepAliveTimeout = KEPT_OPEN_MS;
server.on('clientError', (_, socket) => {
  if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n');
});

/** The scripts of the framework that stand in each page, read from one that holds nothing of anyone’s. */
async function readHashes(): Promise<string[]> {
  const response = await fetch(`http://127.0.0.1:${port}${BARE_PAGE}`, {
    headers: { host: `127.0.0.1:${port}`, ...(key !== null && { authorization: `Bearer ${key}` }) },
  });
  return scriptHashes(await response.text());
}

server.listen(port, host, () => {
  readHashes()
    .then((found) => {
      hashes = found;
    })
    .catch((error: unknown) => {
      console.error(error);
      process.exit(1);
    });
});

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), CLOSING_MS).unref();
  });
