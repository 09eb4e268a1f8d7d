'use client';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { refreshPage } from '@/ui/refresh-page';
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
 * @param given what was under way when the page was made: had it ended before the first question, nobody would notice.
 *   What ended just then may have been under way still when another part of the page was drawn
 * @param page false where the page itself stays as it is, since a person is in the middle of it
 */
export function useRefreshAfterJobs(reviewId: string, given: JobLine[], page: boolean): JobLine[] {
  const router = useRouter();
  const { jobs } = useJobs(reviewId, given);
  const active = activeIn(jobs);
  const before = useRef(given.some((j) => j.justEnded) ? 'just ended' : activeIn(given));
  // Another tab may have put something into the queue: each screen asks once.
  const path = usePathname();
  useEffect(() => {
    void path;
    void queryClient.invalidateQueries({ queryKey: [reviewId, 'jobs'] });
  }, [reviewId, path]);
  useEffect(() => {
    if (before.current === active) return;
    before.current = active;
    forget(reviewId);
    if (page) refreshPage(router);
  }, [active, reviewId, router, page]);
  return jobs;
}
