import { createServer, request as httpRequest, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { onLoopbackOnly } from './application.mjs';
import { addressOf, createGate, limitOf, originsOf, policyOf, refusalOf } from './gate.mjs';

const ORIGINS = originsOf(3210, 'https://sieve.example.org');
const status = (over: { method?: string; url?: string; headers?: Record<string, string> }) =>
  refusalOf({ method: 'GET', url: '/', ...over, headers: { host: '127.0.0.1:3210', ...over.headers } }, ORIGINS)?.status ?? 200;

test('the addresses it answers at are loopback and those that were named', () => {
  expect(ORIGINS).toEqual(['http://127.0.0.1:3210', 'http://localhost:3210', 'http://[::1]:3210', 'https://sieve.example.org']);
  expect(() => originsOf(3210, 'sieve.example.org')).toThrow('is not an address like');
});

const POST = { method: 'POST', url: '/api/reviews/x/do/decide' };
test.each<[string, Parameters<typeof status>[0], number]>([
  ['a page on loopback', {}, 200],
  ['the same by another name of it', { headers: { host: 'localhost:3210' } }, 200],
  ['the address of the proxy', { headers: { host: 'sieve.example.org' } }, 200],
  ['a name that somebody points here', { headers: { host: 'elsewhere.test:3210' } }, 421],
  ['the same, of a file', { url: '/_next/static/chunks/a.js', headers: { host: 'elsewhere.test:3210' } }, 421],
  ['another port', { headers: { host: '127.0.0.1:80' } }, 421],
  ['no host', { headers: { host: '' } }, 421],
  ['a method that nothing answers', { method: 'DELETE' }, 405],
  ['a link on another page', { headers: { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' } }, 200],
  ['a picture on another page', { headers: { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' } }, 403],
  ['data, by a link on another page', { url: '/api/reviews/x/columns', headers: { 'sec-fetch-site': 'cross-site' } }, 403],
  ['a change by a program', POST, 200],
  ['a change by a page of ours', { ...POST, headers: { origin: 'http://127.0.0.1:3210', 'sec-fetch-site': 'same-origin' } }, 200],
  ['a change by a page elsewhere', { ...POST, headers: { origin: 'http://elsewhere.test' } }, 403],
  [
    'a page elsewhere that calls itself by its Host',
    { ...POST, headers: { host: 'elsewhere.test', origin: 'http://elsewhere.test' } },
    421,
  ],
  ['a page elsewhere on the same machine', { ...POST, headers: { origin: 'http://127.0.0.1:9', 'sec-fetch-site': 'same-site' } }, 403],
  ['a hidden origin', { ...POST, headers: { origin: 'null' } }, 403],
  ['a form of ours, which hides it', { ...POST, headers: { origin: 'null', 'sec-fetch-site': 'same-origin' } }, 200],
  ['a body that is too large', { ...POST, headers: { 'content-length': String(300 * 1024 ** 2) } }, 413],
])('%s', (_, over, expected) => expect(status(over)).toBe(expected));

test('each address takes as much as is sent there, and no more', () => {
  expect(limitOf('PUT', '/api/reviews/x/files')).toBe(1024 ** 3);
  expect(limitOf('POST', '/api/reviews/x/do/import-venues')).toBe(8 * 1024 ** 2);
  expect(limitOf('POST', '/api/reviews/x/do/decide')).toBe(1024 ** 2);
  expect(limitOf('POST', '/')).toBe(1024 ** 2);
});

test('no inline script runs without the word of its own answer', () => {
  expect(policyOf('w1')).toContain("script-src 'self' 'nonce-w1';");
  expect(policyOf('w1')).not.toMatch(/script-src[^;]*unsafe/);
});

describe('a server behind the gate', () => {
  let taken = 0;
  const server = createServer((request, response) => {
    if (!createGate({ origins: originsOf((server.address() as AddressInfo).port) })(request, response)) return;
    request.on('data', (chunk: Buffer) => {
      taken += chunk.length;
    });
    request.on('end', () => response.end('done'));
  });
  beforeAll(() => new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve)));
  afterAll(() => server.close());

  /** Sends a body piece by piece, without saying how long it is. */
  const send = (megabytes: number) =>
    new Promise<{ status: number; headers: IncomingMessage['headers'] }>((resolve, reject) => {
      const { port } = server.address() as AddressInfo;
      const request = httpRequest({ host: '127.0.0.1', port, method: 'POST', path: '/' }, (response) => {
        response.resume();
        resolve({ status: response.statusCode!, headers: response.headers });
      });
      request.on('error', reject);
      for (let i = 0; i < megabytes * 16; i++) request.write(Buffer.alloc(65_536));
      request.end();
    });

  test('a body without a length is counted while it comes', async () => {
    expect((await send(0.5)).status).toBe(200);
    taken = 0;
    const tooMuch = await send(40).catch((error: NodeJS.ErrnoException) => ({ status: error.code }));
    // The answer may be overtaken by the end of the connection.
    expect([413, 'ECONNRESET', 'EPIPE']).toContain(tooMuch.status);
    expect(taken).toBeLessThanOrEqual(1024 ** 2);
  });
  test('every answer carries a policy with a word of its own', async () => {
    const [a, b] = [await send(0.1), await send(0.1)].map((r) => r.headers['content-security-policy']);
    expect(a).toMatch(/'nonce-[\w+/=]{24}'/);
    expect(a).not.toBe(b);
  });
});

describe('whom a request is from', () => {
  const from = (forwarded: string | undefined, trusted: number) =>
    addressOf({ headers: forwarded === undefined ? {} : { 'x-forwarded-for': forwarded }, socket: { remoteAddress: '10.0.0.9' } }, trusted);
  test('without a proxy of one’s own what the request says of it is not believed', () => expect(from('1.2.3.4', 0)).toBe('10.0.0.9'));
  test('a proxy of one’s own says it; what stood before was made up by whoever asks', () =>
    expect(from('6.6.6.6, 1.2.3.4', 1)).toBe('1.2.3.4'));
  test('two of them', () => expect(from('6.6.6.6, 1.2.3.4, 10.0.0.1', 2)).toBe('1.2.3.4'));
  test('one that says nothing', () => expect([from(undefined, 1), from('', 1)]).toEqual(['10.0.0.9', '10.0.0.9']));
});

describe('the demo, in which anybody is anybody', () => {
  test.each([{}, { HOST: '127.0.0.1' }, { HOST: 'localhost' }, { HOST: '::1' }, { PUBLIC_URL: 'http://127.0.0.1:3210' }])(
    'is answered at %j',
    (env) => expect(() => onLoopbackOnly(env as never)).not.toThrow(),
  );
  test.each([
    { HOST: '0.0.0.0' },
    { HOST: '192.168.1.5' },
    { PUBLIC_URL: 'https://sieve.example.org' },
    { NARROW_SIEVE_ORIGIN: 'http://127.0.0.1.example.org' },
  ])('and nowhere else: %j', (env) => expect(() => onLoopbackOnly(env as never)).toThrow('npm start'));
});
