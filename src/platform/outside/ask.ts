import { lookup } from 'node:dns';
import { type IncomingMessage, request as plain } from 'node:http';
import { request as secure } from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import { isOwnNetwork } from './addresses';

/** Why a server outside gave nothing that can be used, in a sentence. */
export class OutsideFault extends Error {
  constructor(
    readonly code:
      | 'not-an-address'
      | 'not-allowed'
      | 'unreachable'
      | 'not-trusted'
      | 'sent-on'
      | 'refused'
      | 'too-slow'
      | 'too-large'
      | 'unreadable',
    message: string,
  ) {
    super(message);
  }
}

/** An answer as it came. */
export interface Outside {
  bytes: Uint8Array;
  /** The kind of document that the server says it is, with its encoding. */
  type: string;
}

export interface AskedOutside {
  /** Whether addresses of this machine and its own network may be asked: as an administrator says. */
  ownNetwork: boolean;
  /** Most bytes of an answer, and most time for all of it. */
  bytes?: number;
  ms?: number;
  signal?: AbortSignal;
}
const BYTES = 40_000_000;
const MS = 60_000;

/**
 * Asks a server outside for a document. It is not followed to where it sends on, nothing of ours goes along (no cookie, no
 * name), and neither an endless answer nor one that never comes holds anything up. The address is looked at when the
 * connection is made, so that a name cannot lead elsewhere between being looked at and being used.
 * @throws OutsideFault in a sentence, for everything that can go wrong
 */
export async function askOutside(address: string, { ownNetwork, bytes = BYTES, ms = MS, signal }: AskedOutside): Promise<Outside> {
  const url = URL.canParse(address) ? new URL(address) : null;
  if (!url || !['http:', 'https:'].includes(url.protocol) || url.username || url.password)
    throw new OutsideFault('not-an-address', 'This is no address of a server: it begins with http:// or https://, and names nobody.');
  const host = url.hostname.replace(/^\[|\]$/g, '');
  // A number needs no looking up, so it is looked at here.
  if (!ownNetwork && isIP(host) && isOwnNetwork(host)) throw new OutsideFault('not-allowed', OWN_WORDS);
  const time = AbortSignal.timeout(ms);
  const stop = signal ? AbortSignal.any([signal, time]) : time;
  try {
    return await answered(url, ownNetwork, bytes, stop);
  } catch (error) {
    if (error instanceof OutsideFault) throw error;
    if (signal?.aborted) throw error;
    if (time.aborted) throw new OutsideFault('too-slow', `It did not answer within ${Math.round(ms / 1000)} seconds.`);
    throw faultOf(error);
  }
}

const OWN_WORDS = 'The address leads to this machine or into its own network. An administrator can allow that.';

function answered(url: URL, ownNetwork: boolean, bytes: number, signal: AbortSignal): Promise<Outside> {
  return new Promise((resolve, reject) => {
    const ask = url.protocol === 'https:' ? secure : plain;
    const headers = { accept: 'application/xml, text/xml;q=0.9, */*;q=0.1', 'accept-encoding': 'identity', 'user-agent': 'Narrow-Sieve' };
    const asked = ask(url, { method: 'GET', headers, signal, agent: false, lookup: ownNetwork ? undefined : lookedAt }, (answer) => {
      taken(answer, bytes).then(resolve, (error: unknown) => {
        asked.destroy();
        reject(error);
      });
    });
    asked.on('error', reject);
    asked.end();
  });
}

/** Looks a name up, and refuses it when any of its addresses is not of the open network. */
const lookedAt: LookupFunction = (name, options, done) => {
  lookup(name, { ...options, all: true }, (error, found) => {
    if (error) return done(error, '');
    if (found.length === 0 || found.some((f) => isOwnNetwork(f.address))) return done(new OutsideFault('not-allowed', OWN_WORDS), '');
    if (options.all) return done(null, found);
    done(null, found[0]!.address, found[0]!.family);
  });
};

async function taken(answer: IncomingMessage, most: number): Promise<Outside> {
  const status = answer.statusCode ?? 0;
  if (status >= 300 && status < 400) {
    const to = answer.headers.location ?? '';
    throw new OutsideFault(
      'sent-on',
      `It sends on to another address${to && ` (${to.slice(0, 200)})`}, which is not followed. Add that one, if it is right.`,
    );
  }
  if (status < 200 || status >= 300)
    throw new OutsideFault('refused', `It answers ${status}${status >= 500 ? ': it has a fault of its own' : ''}.`);
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of answer as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > most) throw new OutsideFault('too-large', `Its answer has more than ${(most / 1e6).toLocaleString('en-GB')} MB.`);
    parts.push(part);
  }
  return { bytes: Buffer.concat(parts), type: answer.headers['content-type'] ?? '' };
}

const CERTIFICATE = /^(?:CERT_|ERR_TLS_|DEPTH_ZERO_|SELF_SIGNED_|UNABLE_TO_)/;

/** What a connection that failed is, in a sentence. */
export function faultOf(error: unknown): OutsideFault {
  const code = String((error as { code?: unknown })?.code ?? '');
  if (code === 'CERT_HAS_EXPIRED') return new OutsideFault('not-trusted', 'Its certificate has expired, so nobody can say who answers.');
  if (CERTIFICATE.test(code))
    return new OutsideFault('not-trusted', `Its certificate cannot be trusted (${code}), so nobody can say who answers.`);
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN')
    return new OutsideFault('unreachable', 'There is no server of this name, or names cannot be looked up here.');
  if (code.startsWith('HPE_')) return new OutsideFault('unreadable', 'It does not speak HTTP.');
  return new OutsideFault('unreachable', `It cannot be reached${code && ` (${code})`}.`);
}
