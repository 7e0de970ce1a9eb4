/** Who asks: told by a key that only the one who started Rizo knows, or by nothing. */
import { createHash, timingSafeEqual } from 'node:crypto';

/** One who may do everything, or one of whom nothing is known. */
export type Who = 'keeper' | 'nobody';

/** How long a browser is known after the key was given. */
const KNOWN_SECONDS = 180 * 24 * 3600;

const hashOf = (text: string) => createHash('sha256').update(text).digest();

/** Whether two texts are the same, in a time that tells nothing of where they differ. */
const isSame = (one: string, other: string): boolean => timingSafeEqual(hashOf(one), hashOf(other));

/** Cookies of one name are shared by all ports of a host, so the port is in it. */
const nameOf = (port: number) => `rizo-${port}`;

/** What stands in the cookie: it lets in, and does not tell the key. */
const worthOf = (key: string) => createHash('sha256').update(`cookie of ${key}`).digest('base64url');

/** The cookie that makes a browser known. No script reads it, and no other site’s page sends it along. */
export const cookieOf = (key: string, port: number, isSecure: boolean): string =>
  `${nameOf(port)}=${worthOf(key)}; Path=/; HttpOnly; SameSite=Strict; Max-Age=${KNOWN_SECONDS}${isSecure ? '; Secure' : ''}`;

function cookieIn(header: string | undefined, name: string): string | undefined {
  for (const part of (header ?? '').split(';')) {
    const [found = '', ...value] = part.trim().split('=');
    if (found === name) return value.join('=');
  }
  return undefined;
}

export const isKey = (given: string, key: string): boolean => isSame(given, key);

/** Who sends a request: a browser by its cookie, a program by the key as a bearer token; without a key, all may do everything. */
export function whoAsks(
  headers: { cookie?: string | undefined; authorization?: string | undefined },
  key: string | null,
  port: number,
): Who {
  if (key === null) return 'keeper';
  const [, token] = /^Bearer +(\S+)$/i.exec(headers.authorization ?? '') ?? [];
  if (token !== undefined) return isKey(token, key) ? 'keeper' : 'nobody';
  const cookie = cookieIn(headers.cookie, nameOf(port));
  return cookie !== undefined && isSame(cookie, worthOf(key)) ? 'keeper' : 'nobody';
}
