import {
  AnswerFault,
  decodeAnswer,
  diagnosticWords,
  type Explained,
  explainAddress,
  readExplainAnswer,
  readScanAnswer,
  readSearchAnswer,
  type ScannedTerm,
  type SearchAnswer,
  type SruVersion,
  scanAddress,
  searchAddress,
} from '@/core/search/sru';
import { allowanceFor } from '@/platform/outside/allowed';
import { askOutside, OutsideFault } from '@/platform/outside/ask';

/** Where and how a server is asked. */
export interface Asked {
  address: string;
  version: SruVersion;
  recordSchema: string;
}

/** A server gave nothing that can be used; the message is a sentence for people. */
export class ServerFault extends Error {}

/** Requests to one server at a time: more would not be polite. */
const AT_ONCE = 4;
const TRIES = 3;
const WAIT_MS = 250;
const COUNT_MS = 20_000;
const COUNT_BYTES = 2_000_000;

const busy = new Map<string, { running: number; waiting: (() => void)[] }>();
async function inTurn<T>(host: string, work: () => Promise<T>): Promise<T> {
  const line = busy.get(host) ?? { running: 0, waiting: [] };
  busy.set(host, line);
  if (line.running >= AT_ONCE) await new Promise<void>((go) => line.waiting.push(go));
  else line.running++;
  try {
    return await work();
  } finally {
    const next = line.waiting.shift();
    if (next) next();
    else if (--line.running === 0) busy.delete(host);
  }
}

/** What comes and goes: a server that was busy, or a connection that broke. */
const PASSES = new Set<OutsideFault['code']>(['unreachable', 'too-slow', 'refused']);

interface Bounds {
  bytes?: number;
  ms?: number;
  signal?: AbortSignal | undefined;
}
export interface Said<T> {
  answer: T;
  tries: number;
  ms: number;
}

async function asked<T>(address: string, read: (text: string) => T, { bytes, ms = COUNT_MS, signal }: Bounds = {}): Promise<Said<T>> {
  const { allowed, ownNetwork } = allowanceFor(address);
  if (!allowed) throw new ServerFault('This server is not among those that may be asked here (SEARCH_SERVERS).');
  for (let tries = 1; ; tries++) {
    // Waiting for our own turn says nothing of the server.
    let from = 0;
    try {
      const host = URL.canParse(address) ? new URL(address).host : '';
      const sent = await inTurn(host, () => {
        from = performance.now();
        return askOutside(address, { ownNetwork, ms, ...(bytes ? { bytes } : {}), ...(signal ? { signal } : {}) });
      });
      return { answer: read(decodeAnswer(sent.bytes, sent.type)), tries, ms: Math.round(performance.now() - from) };
    } catch (error) {
      if (error instanceof AnswerFault) throw new ServerFault(error.message);
      if (!(error instanceof OutsideFault)) throw error;
      if (tries >= TRIES || !PASSES.has(error.code) || signal?.aborted)
        throw new ServerFault(tries > 1 ? `${error.message} It was asked ${tries} times.` : error.message);
      await new Promise((go) => setTimeout(go, WAIT_MS * tries));
    }
  }
}

export const explainAt = ({ address, version }: Pick<Asked, 'address' | 'version'>): Promise<Said<Explained>> =>
  asked(explainAddress(address, version), readExplainAnswer, { bytes: COUNT_BYTES });

/** Records of a query from a place on. @throws ServerFault */
export const recordsAt = (door: Asked, query: string, start: number, maximum: number, bounds: Bounds = {}): Promise<Said<SearchAnswer>> =>
  asked(
    searchAddress(door.address, door.version, { query, start, maximum, schema: door.recordSchema }),
    (text) => readSearchAnswer(text, start),
    bounds,
  );

export const scanAt = (door: Asked, clause: string, position: number, maximum: number): Promise<Said<ScannedTerm[]>> =>
  asked(scanAddress(door.address, door.version, clause, position, maximum), (text) => readScanAnswer(text).terms, { bytes: COUNT_BYTES });

const KEPT_MS = 10 * 60_000;
const MOST_KEPT = 5000;
const counted = new Map<string, { at: number; said: Promise<Said<SearchAnswer>> }>();
const keyOf = (door: Asked, query: string) => `${door.address}\n${door.version}\n${query}`;

/**
 * How many a query finds. Asked again within ten minutes it is not sent again, unless it shall be: counts of a sheet that
 * is being worked on are the same but for one line.
 * @throws ServerFault, also when the server answers with a diagnostic and no count
 */
export function countAt(door: Asked, query: string, fresh = false): Promise<Said<SearchAnswer>> {
  const key = keyOf(door, query);
  const known = counted.get(key);
  if (known && !fresh && Date.now() - known.at < KEPT_MS) return known.said;
  if (counted.size >= MOST_KEPT) counted.clear();
  const said = recordsAt(door, query, 1, 0, { bytes: COUNT_BYTES }).then((s) => {
    if (s.answer.total === null) throw new ServerFault(faultWords(s.answer) || 'The server gave no count.');
    return s;
  });
  counted.set(key, { at: Date.now(), said });
  // What failed is asked anew next time.
  said.catch(() => counted.delete(key));
  return said;
}

/** What a server says is wrong, in words. */
export const faultWords = ({ diagnostics }: Pick<SearchAnswer, 'diagnostics'>): string => diagnostics.map(diagnosticWords).join(' ');
