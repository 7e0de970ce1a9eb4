/** What is looked at in a request before anything else: names, methods, addresses, and where it comes from. */
import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { hostsIn, turnedAway } from '../../src/server/guard.ts';
import { pagePolicy, scriptHashes } from '../../src/server/headers.ts';

const at = (host: string | undefined, more: Record<string, string> = {}, method = 'GET', url = '/') =>
  turnedAway({ method, url, headers: { host, ...more } }, ['reports.example'])?.status ?? 200;

describe('a request', () => {
  it('is taken under the names of this machine and those that were given, with any port', () => {
    for (const host of [
      'localhost',
      '127.0.0.1:4330',
      '[::1]:80',
      'LOCALHOST:1',
      'reports.example',
      'Reports.Example:443',
    ])
      expect(at(host), host).toBe(200);
  });

  it('is not taken under another name, however like it is', () => {
    const others = [
      'evil.example',
      '127.0.0.1.evil.example',
      'localhost.evil.example',
      'xlocalhost',
      'localhost@evil.example',
      '[::1]x',
      '[::1',
      '',
      ' ',
      'a b',
      'localhost:x',
      'reports.example.evil',
      undefined,
    ];
    for (const host of others) expect(at(host), host).toBe(421);
  });

  it('changes something only from Rizo’s own pages or from programs, which send no origin', () => {
    const post = (more: Record<string, string>) => at('127.0.0.1:4330', more, 'POST', '/api/reports');
    expect(post({})).toBe(200);
    expect(post({ origin: 'http://127.0.0.1:4330' })).toBe(200);
    expect(post({ origin: 'http://127.0.0.1:4331' })).toBe(403);
    expect(post({ origin: 'http://localhost:4330' })).toBe(403);
    expect(post({ origin: 'null' })).toBe(403);
    expect(post({ 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(post({ 'sec-fetch-site': 'same-site' })).toBe(403);
    expect(post({ 'sec-fetch-site': 'same-origin', origin: 'http://127.0.0.1:4330' })).toBe(200);
    expect(at('127.0.0.1:4330', { origin: 'http://evil.example' })).toBe(200);
  });

  it('is of a known method and has an address that can be read', () => {
    for (const method of ['TRACE', 'DELETE', 'OPTIONS', 'CONNECT', 'get'])
      expect(at('localhost', {}, method), method).toBe(405);
    for (const url of ['/%00', '/%', '/%E0%A4%A', '/a%0d%0ab', 'http://evil.example/', '*', '/%ED%A0%80', '/a%7f'])
      expect(at('localhost', {}, 'GET', url), url).toBe(400);
    expect(at('localhost', {}, 'GET', `/${'x'.repeat(9000)}`)).toBe(414);
    expect(at('localhost', {}, 'GET', '/api/reports/%F0%9F%9B%B3?text=%D7%A0%D7%9E%D7%9C')).toBe(200);
  });

  it('finds names in a list', () => {
    expect(hostsIn(' reports.example, RIZO  10.0.0.5:80 ')).toEqual(['reports.example', 'rizo', '10.0.0.5']);
    expect(hostsIn('http://x/ a/b')).toEqual([]);
  });
});

describe('the policy of pages', () => {
  it('names the scripts that stand in a page by their hashes, and no others', () => {
    const page =
      '<script>let a = 1;</script><script type="module">b()</script><script src="/x.js"></script><script\nsrc="/y.js" ></script>';
    const hash = (text: string) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`;
    expect(scriptHashes(page)).toEqual([hash('let a = 1;'), hash('b()')]);
    const policy = pagePolicy(scriptHashes(page));
    const scripts = policy.split('; ').find((part) => part.startsWith('script-src'));
    expect(scripts).not.toMatch(/unsafe|data:|blob:|\*/);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).toContain("default-src 'none'");
  });
});
