/**
 * What every request passes before anything of the application sees it: whose host it names, where it comes from, how
 * large it may be, and what its answer may do. Plain Node, so that a page, a route and a file are treated alike.
 */
import { randomBytes } from 'node:crypto';

const MEGABYTE = 1024 ** 2;

/** How large a body may be, in bytes: the first line that fits counts. */
const LIMITS = [
  { method: 'PUT', path: /^\/api\/reviews\/[^/]+\/files\/?$/, bytes: 1024 * MEGABYTE },
  { method: 'PUT', path: /^\/api\/reviews\/[^/]+\/works\/[^/]+\/pdf\/?$/, bytes: 60 * MEGABYTE },
  { method: 'PUT', path: /^\/api\/bundles\/?$/, bytes: 8192 * MEGABYTE },
  // A register of venues, or the numbers of every work of a large review.
  { method: 'POST', path: /^\/api\/reviews\/[^/]+\/do\/(?:import-venues|decide-many|override-works|add-known)\/?$/, bytes: 8 * MEGABYTE },
  // Lists of holdings and of citations are whole registers.
  { method: 'POST', path: /^\/api\/reviews\/[^/]+\/do\/bring-list\/?$/, bytes: 40 * MEGABYTE },
  { method: 'POST', path: /^\/api\/reviews\/[^/]+\/(?:ask|export)\/[^/]+\/?$/, bytes: 8 * MEGABYTE },
];
const OTHERWISE = 1 * MEGABYTE;
const METHODS = ['GET', 'HEAD', 'POST', 'PUT'];

/** @returns {number} the most bytes that a body sent there may have */
export const limitOf = (method, path) => LIMITS.find((l) => l.method === method && l.path.test(path))?.bytes ?? OTHERWISE;

/** The addresses under which the application may be asked for: loopback, and what NARROW_SIEVE_ORIGIN says, parted by commas. */
export function originsOf(port, configured = '') {
  const own = ['127.0.0.1', 'localhost', '[::1]'].map((host) => `http://${host}:${port}`);
  const more = configured
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean); // prettier-ignore
  return [...own, ...more].map((text) => {
    if (!URL.canParse(text) || new URL(text).origin === 'null')
      throw new Error(`NARROW_SIEVE_ORIGIN: "${text}" is not an address like https://sieve.example.org.`);
    return new URL(text).origin;
  });
}

/**
 * Why a request is refused, or null. A name that somebody else points at this machine is not ours, whatever page it
 * comes from ("DNS rebinding"); what changes something must come from a page of ours, or from no page at all.
 * @param {{ method?: string, url?: string, headers: Record<string, string | string[] | undefined> }} request
 * @param {readonly string[]} origins
 * @returns {{ status: number, code: string, message: string } | null}
 */
export function refusalOf({ method = 'GET', url = '/', headers }, origins) {
  const refuse = (status, code, message) => ({ status, code, message });
  if (!METHODS.includes(method)) return refuse(405, 'not-ours', 'This method is not answered here.');
  const hosts = origins.map((o) => new URL(o).host);
  if (!hosts.includes(String(headers.host ?? '').toLowerCase()))
    return refuse(421, 'not-ours', `This address is not one of the application's. It answers at ${origins[0]}.`);
  const site = headers['sec-fetch-site'];
  const path = url.split('?')[0] ?? '/';
  const elsewhere = site === 'cross-site' || site === 'same-site';
  const notOurs = refuse(403, 'not-ours', 'This request did not come from the application.');
  // A link on another page may lead here; nothing else on it may ask.
  if (elsewhere && (path.startsWith('/api/') || headers['sec-fetch-mode'] !== 'navigate')) return notOurs;
  if (method === 'GET' || method === 'HEAD') return null;
  if (elsewhere) return notOurs;
  const { origin } = headers;
  // A form of ours does not say where it comes from, because pages send no referrer; the browser says that it is ours.
  const hidden = origin === 'null' && site === 'same-origin';
  if (origin !== undefined && !hidden && !origins.includes(String(origin).toLowerCase())) return notOurs;
  const most = limitOf(method, path);
  if (Number(headers['content-length'] ?? 0) > most) return refuse(413, 'too-large', tooLarge(most));
  return null;
}

const tooLarge = (most) => `What was sent is too large: at most ${Math.floor(most / MEGABYTE)} MB can be taken here.`;

/** Sends a refusal and ends the connection, so that the rest of a body is not read. */
function sendRefusal(response, { status, code, message }) {
  if (response.headersSent || response.destroyed) return response.destroy();
  response.writeHead(status, { 'content-type': 'application/json', 'cache-control': 'no-store', connection: 'close' });
  response.end(JSON.stringify({ ok: false, code, message }));
}

/** A body that says no length, or a wrong one, is counted while it comes. */
function countBody(request, response, most) {
  const push = request.push;
  let bytes = 0;
  request.push = function (chunk, encoding) {
    bytes += chunk?.length ?? 0;
    if (bytes <= most) return push.call(this, chunk, encoding);
    request.push = push;
    sendRefusal(response, { status: 413, code: 'too-large', message: tooLarge(most) });
    request.destroy();
    return false;
  };
}

/** What a page may load and run: our own files, and the inline scripts that carry the word of this answer. */
export const policyOf = (nonce, { development = false, framed = false } = {}) =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${development ? " 'unsafe-eval'" : ''}`,
    // Charts and pop-ups set styles on elements.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${development ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    `frame-ancestors ${framed ? "'self'" : "'none'"}`,
  ].join('; ');

/**
 * The address that a request is from. A proxy of one's own adds whom it had it from at the end of X-Forwarded-For; what
 * stands before was sent by whoever asks, and says nothing.
 */
export function addressOf({ headers, socket }, trustedProxies) {
  const said = String(headers['x-forwarded-for'] ?? '')
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean);
  return (trustedProxies > 0 && said.at(-trustedProxies)) || socket?.remoteAddress || 'unknown';
}

/**
 * @param {{ origins: readonly string[], development?: boolean, trustedProxies?: number, secure?: boolean }} options how many
 *   proxies of one's own stand in front, and whether people reach it over TLS
 * @returns {(request: import('node:http').IncomingMessage, response: import('node:http').ServerResponse) => boolean} false
 *   when the request was refused and answered
 */
export const createGate =
  ({ origins, development = false, trustedProxies = 0, secure = false }) =>
  (request, response) => {
    response.setHeader('X-Content-Type-Options', 'nosniff');
    response.setHeader('Referrer-Policy', 'no-referrer');
    response.setHeader('Cross-Origin-Resource-Policy', 'same-origin');
    response.setHeader('Cross-Origin-Opener-Policy', 'same-origin');
    if (secure) response.setHeader('Strict-Transport-Security', 'max-age=31536000');
    const refusal = refusalOf(request, origins);
    if (refusal) {
      sendRefusal(response, refusal);
      return false;
    }
    if (request.method === 'POST' || request.method === 'PUT')
      countBody(request, response, limitOf(request.method, request.url.split('?')[0]));
    // A PDF is shown inside a page of ours, by the browser's own viewer, which a policy for scripts would stop.
    const pdf = /^\/api\/reviews\/[^/]+\/pdf\//.test(request.url);
    const policy = pdf ? "frame-ancestors 'self'" : policyOf(randomBytes(16).toString('base64'), { development });
    // Where a request goes, for pages, and whom it is from, for counting tries: nobody else may say.
    request.headers['x-narrow-sieve-path'] = request.url;
    request.headers['x-narrow-sieve-from'] = addressOf(request, trustedProxies);
    // The framework finds the word for its inline scripts in the request.
    request.headers['content-security-policy'] = policy;
    response.setHeader('Content-Security-Policy', policy);
    return true;
  };
