'use client';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import { type EngineState, useEngine } from '@/client/useEngine';
import type { EvidenceScheme } from '@/core/classify';
import { answerKey, answersNeeded, type Funnel, type Limiter, notRead, type Quota, type Sieve, type SpokenWords } from '@/core/sieve';
import { useSieveDraft } from './useSieveDraft';

/** What every screen of the sieve is given by its page. */
export interface SieveProps {
  reviewId: string;
  revision: number;
  sieve: Sieve;
  edit: number;
  /** Day number of the review's as-of date. */
  asOf: number;
  scheme: EvidenceScheme;
  version: number;
  versionEdited: boolean;
  spoken: SpokenWords;
  databases: { id: string; tag: string; name: string }[];
  /** Criteria that ask for a number of works. */
  quotas: { id: string; text: string; quota: Quota }[];
}

/**
 * The working sieve, the engine that runs it, and what it gives now. `ran` counts the runs, so that whoever asks the
 * engine for more knows when to ask again.
 * @param tried a sieve to be run in its place, which changes nothing
 */
export function useSieve(props: SieveProps, tried: Sieve | null = null) {
  const { reviewId, asOf, scheme } = props;
  const draft = useSieveDraft(reviewId, props, tried === null);
  const sieve = tried ?? draft.sieve;
  // Records that came while this screen is open are counted from the next change on.
  const [renewed, renew] = useState(0);
  const revision = Math.max(props.revision, draft.revision, renewed);
  const engine = useEngine(reviewId, revision, scheme);
  const [own, setOwn] = useState({ ...props.spoken, revision: props.revision });
  // What the page brings is taken where it is newer: somebody else spoke, or works have other numbers since.
  const { overrides } = props.revision > own.revision || props.spoken.last > own.last ? props.spoken : own;
  /** By the key of a test: of how many works it was not asked, because its time was over. */
  const [late, setLate] = useState<ReadonlyMap<string, number>>(new Map());
  const [result, setResult] = useState<{ funnel: Funnel; ran: number; sieve: Sieve } | null>(null);

  useEffect(() => {
    if (engine.state !== 'ready') return;
    let stale = false;
    (async () => {
      const found = await readTexts(reviewId, engine, sieve);
      if (found.size > 0) setLate((old) => new Map([...old, ...found]));
      const funnel = await engine.engine.run(sieve, asOf, overrides);
      if (!stale) setResult((old) => ({ funnel, ran: (old?.ran ?? 0) + 1, sieve }));
    })().catch((error: unknown) => toast.error(`The sieve could not be run: ${error instanceof Error ? error.message : String(error)}`));
    return () => {
      stale = true;
    };
  }, [reviewId, engine, sieve, asOf, overrides]);

  const databases = engine.state === 'ready' ? engine.databases.flatMap((id) => props.databases.find((d) => d.id === id) ?? []) : [];
  // The engine answers for the sieve that it ran last: a newer one may be on its way.
  const current = result && result.sieve === sieve ? result : null;
  /** Takes over what people said of single works: the sieve is then no longer what its last version gave. */
  const say = (next: SpokenWords) => {
    setOwn({ ...next, revision: props.revision });
    draft.setVersionEdited(true);
  };
  // `renew` takes over a revision that a ruling made here.
  return {
    scheme,
    asOf,
    draft,
    engine,
    overrides,
    say,
    renew,
    databases,
    revision,
    funnel: result?.funnel ?? null,
    ran: current?.ran ?? 0,
    late: sieve.flatMap((l) => {
      const works = l.on ? late.get(answerKey(l.test)) : undefined;
      return works ? [{ name: l.name, works }] : [];
    }),
  };
}
export type SieveInHand = ReturnType<typeof useSieve>;

/**
 * Fetches what limiters that read text say of each work: the engine holds no text.
 * @returns tests whose time was over before all works were asked, with the number of the others
 */
async function readTexts(reviewId: string, engine: Extract<EngineState, { state: 'ready' }>, sieve: Sieve): Promise<Map<string, number>> {
  const late = new Map<string, number>();
  if (answersNeeded(sieve).length === 0) return late;
  for (const key of await engine.engine.missing(sieve)) {
    const answer = await ask(reviewId, 'ask-text', { test: JSON.parse(key) as Limiter['test'], revision: engine.revision });
    if (!answer.ok) throw new Error(answer.message);
    const bytes = Uint8Array.from(atob(answer.bytes), (c) => c.charCodeAt(0));
    const left = notRead(bytes);
    if (left > 0) late.set(key, left);
    await engine.engine.answer(key, bytes);
  }
  return late;
}
