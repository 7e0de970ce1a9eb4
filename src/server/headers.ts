/** Headers that every answer has: what a browser may do with it. */
import { createHash } from 'node:crypto';

/** Headers of all answers, whatever they hold. */
export const EVERYWHERE: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), geolocation=(), microphone=(), payment=(), usb=()',
};

const INLINE = /<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g;

/** Hashes of the scripts that stand in a page, as a policy names them. */
export const scriptHashes = (page: string): string[] =>
  [...page.matchAll(INLINE)].map(
    ([, script]) =>
      `'sha256-${createHash('sha256')
        .update(script ?? '')
        .digest('base64')}'`,
  );

/**
 * The policy of pages: scripts of this server and those few of the framework
 * that stand in each page, by their hashes; never what is evaluated. Styles may
 * stand in a page, since charts and editors set theirs there.
 */
export const pagePolicy = (hashes: readonly string[]): string =>
  [
    "default-src 'none'",
    `script-src 'self' ${[...new Set(hashes)].sort().join(' ')}`.trim(),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
    "object-src 'none'",
  ].join('; ');

/** The policy of scripts, which a worker that is made of one has: it loads others of this server. */
export const SCRIPT_POLICY =
  "default-src 'none'; script-src 'self'; connect-src 'self'; frame-ancestors 'none'; base-uri 'none'";

/** The policy of all else: nothing in it runs or is framed. */
export const FILE_POLICY = "default-src 'none'; frame-ancestors 'none'; base-uri 'none'";
