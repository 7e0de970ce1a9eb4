/** What is looked at in a request before anything else sees it. */

/** A request as it comes in, as far as it is looked at here. */
export interface Incoming {
  method: string;
  /** path and query, as sent */
  url: string;
  headers: { host?: string | undefined; origin?: string | undefined; 'sec-fetch-site'?: string | string[] | undefined };
}

export interface Turned {
  status: number;
  /** one sentence: what, and what to do */
  error: string;
  headers?: Record<string, string>;
}

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH'];
const SAFE = new Set(['GET', 'HEAD']);
/** Names by which a machine calls itself. */
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];
/** An address is never longer than this; a report's ids and the letters of a name are a fraction of it. */
const MOST_URL = 8192;

/** The name in a host header, without its port; null for none, or for what is no name. */
function nameOf(host: string | undefined): string | null {
  const found = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(?::\d{1,5})?$/i.exec(host ?? '');
  return found?.[1]?.toLowerCase() ?? null;
}

/** Whether each part of a path can be read, and holds no sign that no id or name has. */
function isReadable(url: string): boolean {
  try {
    // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is looked for
    return !/[\u0000-\u001f\u007f]/.test(decodeURIComponent(url.replaceAll('+', ' ')));
  } catch (error) {
    if (error instanceof URIError) return false;
    throw error;
  }
}

/**
 * Why a request is not taken, or null. It is taken only under known names: a
 * page of another site whose name was made to point here reads and changes
 * nothing (DNS rebinding), and its own requests, which say where they are from,
 * change nothing either.
 */
export function turnedAway({ method, url, headers }: Incoming, hosts: readonly string[]): Turned | null {
  if (!METHODS.includes(method))
    return { status: 405, error: `Rizo does not answer ${method}.`, headers: { allow: METHODS.join(', ') } };
  if (url.length > MOST_URL) return { status: 414, error: 'The address is longer than any of Rizo’s.' };
  if (!url.startsWith('/') || !isReadable(url)) return { status: 400, error: 'The address cannot be read.' };
  const name = nameOf(headers.host);
  if (name === null || ![...LOOPBACK, ...hosts].includes(name))
    return {
      status: 421,
      error: 'Rizo is not served under this name; whoever runs it can add the name with --host or RIZO_HOSTS.',
    };
  if (SAFE.has(method)) return null;
  const { origin } = headers;
  const isOwn = origin === undefined || origin.replace(/^https?:\/\//, '') === headers.host;
  const site = headers['sec-fetch-site'];
  if (!isOwn || (site !== undefined && site !== 'same-origin' && site !== 'none'))
    return { status: 403, error: 'Changes are only accepted from Rizo’s own pages.' };
  return null;
}

/** The names in a list such as "reports.example, rizo", in lower case. */
export const hostsIn = (list: string): string[] =>
  list
    .split(/[\s,]+/)
    .map((host) => nameOf(host))
    .filter((host) => host !== null);
