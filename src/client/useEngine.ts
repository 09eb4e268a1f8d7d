'use client';
import { type Remote, transfer, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { EvidenceScheme } from '@/core/classify';
import type { SieveWorker } from '@/workers/sieve.worker';

export type { SieveWorker };

export type EngineState =
  | { state: 'loading' }
  | { state: 'empty' }
  | { state: 'failed'; message: string }
  | { state: 'ready'; engine: Remote<SieveWorker>; databases: string[]; revision: number };

/** A worker that holds the columns of a revision and answers from them. Loaded anew when the revision changes. */
export function useEngine(reviewId: string, revision: number, scheme: EvidenceScheme): EngineState {
  const [state, setState] = useState<EngineState>({ state: 'loading' });
  // The scheme is part of what a revision is made by: it never changes without one.
  const latest = useRef(scheme);
  latest.current = scheme;
  useEffect(() => {
    const worker = new Worker(new URL('../workers/sieve.worker.ts', import.meta.url), { type: 'module' });
    const engine = wrap<SieveWorker>(worker);
    let gone = false;
    (async () => {
      const response = await fetch(`/api/reviews/${reviewId}/columns?revision=${revision}`);
      if (gone) return;
      if (response.status === 204) return setState({ state: 'empty' });
      if (!response.ok) throw new Error(`The columns could not be read (${response.status}).`);
      const unpacked = new Response(response.body!.pipeThrough(new DecompressionStream('gzip')));
      const bytes = new Uint8Array(await unpacked.arrayBuffer());
      const { databases, revision: loaded } = await engine.load(transfer(bytes, [bytes.buffer]), latest.current);
      if (!gone) setState({ state: 'ready', engine, databases, revision: loaded });
    })().catch((error: unknown) => {
      if (!gone) setState({ state: 'failed', message: error instanceof Error ? error.message : String(error) });
    });
    return () => {
      gone = true;
      worker.terminate();
    };
  }, [reviewId, revision]);
  return state;
}
