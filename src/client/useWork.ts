'use client';
import { useEffect, useState } from 'react';
import type { WorkDetail } from '@/stages/works/queries/work-detail';

const cache = new Map<string, Promise<WorkDetail>>();
/** What has come of those that were asked for, to be shown without waiting for a promise. */
const come = new WeakMap<Promise<WorkDetail>, WorkDetail>();

export function fetchWork(reviewId: string, no: number, fresh = false): Promise<WorkDetail> {
  const key = `${reviewId}/${no}`;
  if (fresh) cache.delete(key);
  let found = cache.get(key);
  if (!found) {
    found = fetch(`/api/reviews/${reviewId}/works/${no}`).then(async (response) => {
      if (!response.ok)
        throw new Error(
          response.status === 404 ? 'This work is not in the review any more.' : `The work could not be read (${response.status}).`,
        );
      return (await response.json()) as WorkDetail;
    });
    const asked = found;
    asked.then(
      (work) => come.set(asked, work),
      () => cache.delete(key),
    );
    if (cache.size > 200) cache.clear();
    cache.set(key, found);
  }
  return found;
}

/** Forgets what was fetched: after a change that can touch every work. */
export const forgetWorks = () => cache.clear();

export type WorkState = { state: 'loading' } | { state: 'failed'; message: string } | { state: 'ready'; work: WorkDetail };

/** One work's detail; `turn` looks again at what was fetched when it changes. */
export function useWork(reviewId: string, no: number | null, turn = 0): WorkState {
  const [state, setState] = useState<WorkState>({ state: 'loading' });
  const asked = no === null ? undefined : cache.get(`${reviewId}/${no}`);
  const there = asked && come.get(asked);
  useEffect(() => {
    if (no === null) return;
    let gone = false;
    setState((old) => (old.state === 'ready' && old.work.no === no ? old : { state: 'loading' }));
    void turn;
    fetchWork(reviewId, no)
      .then((work) => !gone && setState({ state: 'ready', work }))
      .catch((error: unknown) => !gone && setState({ state: 'failed', message: error instanceof Error ? error.message : String(error) }));
    return () => {
      gone = true;
    };
  }, [reviewId, no, turn]);
  // The next work was fetched while this one was read: it is shown in the very render that asks for it.
  if (there && !(state.state === 'ready' && state.work.no === no)) return { state: 'ready', work: there };
  return state;
}
