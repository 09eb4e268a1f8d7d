import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { citationsOf, registered } from './citation-index';
import { STANDINS, type Standin } from './databases';
import { Lender, resolverPage } from './lender';
import { SruServer } from './sru';

/** Every so many requests the unsteady one does not answer, and it waits before the others. */
const UNANSWERED = 4;
const SLOW = 3;
const WAIT_MS = 250;
const LONG_MS = 1800;

/**
 * Starts the stand-in databases on loopback, each at "/sru/" and its tag in small letters. A database reads its records when
 * it is first asked. Beside them a resolver, a library that lends, and for each scenario a citation index and a register of
 * identifiers.
 */
export async function serveStandins(
  port = 0,
  scale = 1,
  /** How long a day is at the library that lends. */
  dayMs = 15_000,
): Promise<{ port: number; server: Server; addressOf(tag: string): string; ready(): void }> {
  const servers = new Map<string, SruServer>();
  const lender = new Lender(dayMs);
  let asked = 0;
  const server = createServer({ maxHeaderSize: 1 << 19 }, (request, response) => {
    const url = new URL(request.url ?? '/', 'http://127.0.0.1');
    const standin = STANDINS.find((s) => url.pathname === `/sru/${s.tag.toLowerCase()}`);
    const other = standin ? null : beside(url, lender);
    if (other) {
      response.writeHead(200, { 'content-type': other.type }).end(other.body);
      return;
    }
    if (!standin) {
      response.writeHead(404, { 'content-type': 'text/plain' }).end('There is no such database.');
      return;
    }
    const send = () => {
      const text = serverOf(standin.tag).answer(url.searchParams);
      response.writeHead(200, { 'content-type': 'application/xml; charset=utf-8' }).end(text);
    };
    if (standin.habit !== 'unsteady' || !url.searchParams.get('query')) return send();
    if (++asked % UNANSWERED === 0) request.socket.destroy();
    else setTimeout(send, asked % SLOW === 0 ? LONG_MS : WAIT_MS);
  });
  const serverOf = (tag: string): SruServer => {
    const own = servers.get(tag) ?? new SruServer(STANDINS.find((s) => s.tag === tag)!, scale);
    servers.set(tag, own);
    return own;
  };
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  const { port: own } = server.address() as AddressInfo;
  return {
    port: own,
    server,
    addressOf: (tag) => `http://127.0.0.1:${own}/sru/${tag.toLowerCase()}`,
    ready: () => {
      for (const { tag } of STANDINS) serverOf(tag).ready();
    },
  };
}

/** What answers beside the databases; null for an address that leads nowhere. */
function beside({ pathname, searchParams }: URL, lender: Lender): { type: string; body: string | Buffer } | null {
  const [, what = '', of = '', ...rest] = pathname.split('/');
  const json = (body: string | null) => (body === null ? null : { type: 'application/json', body });
  if (what === 'resolver') return { type: 'text/html; charset=utf-8', body: resolverPage(searchParams) };
  if (what === 'lend') {
    if (of === '') return json(lender.take(searchParams, new Date()));
    const pdf = of.endsWith('.pdf') ? lender.pdf(of.slice(0, -4)) : null;
    return pdf ? { type: 'application/pdf', body: pdf } : json(lender.stands(of));
  }
  const scenario = of === 'night' || of === 'mills' ? (of satisfies Standin['scenario']) : null;
  if (!scenario) return null;
  const id = decodeURIComponent(rest.join('/'));
  if (what === 'index') return { type: 'text/csv; charset=utf-8', body: citationsOf(scenario, id) };
  if (what === 'register') return json(registered(scenario, id));
  return null;
}
