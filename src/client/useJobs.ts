'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { forget, queryClient } from './query-client';
import type { JobLine } from './types';
import { useAsk } from './useAsk';

const EVERY_MS = 1000;

export const isActive = ({ state }: JobLine): boolean => state === 'queued' || state === 'running';
const activeIn = (jobs: readonly JobLine[]): string =>
  jobs
    .filter(isActive)
    .map((j) => j.id)
    .join(); // prettier-ignore

/** The jobs of a review, asked for every second while one is under way: by all parts of a page together, once. */
export function useJobs(reviewId: string, given: JobLine[]): { jobs: JobLine[]; poke(): void } {
  const { data } = useAsk(
    reviewId,
    'jobs',
    {},
    { given: { jobs: given }, every: (said) => (activeIn(said?.jobs ?? []) ? EVERY_MS : false) },
  );
  return { jobs: data?.jobs ?? given, poke: () => void queryClient.invalidateQueries({ queryKey: [reviewId, 'jobs'] }) };
}

/**
 * Has everything asked for again, and the page with it, when a job begins or ends: one part of a page does that for all.
 * @param given what was under way when the page was made: had it ended before the first question, nobody would notice
 */
export function useRefreshAfterJobs(reviewId: string, given: JobLine[]): JobLine[] {
  const router = useRouter();
  const { jobs } = useJobs(reviewId, given);
  const active = activeIn(jobs);
  const before = useRef(activeIn(given));
  // Most often another program, or another tab, put it into the queue while this page was made.
  useEffect(() => void queryClient.invalidateQueries({ queryKey: [reviewId, 'jobs'] }), [reviewId]);
  useEffect(() => {
    if (before.current === active) return;
    before.current = active;
    forget(reviewId);
    router.refresh();
  }, [active, reviewId, router]);
  return jobs;
}
