'use client';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { refreshPage } from '@/ui/refresh-page';
import { forget, queryClient } from './query-client';
import type { JobLine } from './types';
import { useAsk } from './useAsk';

const EVERY_MS = 1000;

export const isActive = ({ state }: JobLine): boolean => state === 'queued' || state === 'running';
/** Which are under way, and which are over. */
const statesOf = (jobs: readonly JobLine[]) => new Map(jobs.map((job) => [job.id, isActive(job)]));

/** The jobs of a review, asked for every second while one is under way: by all parts of a page together, once. */
export function useJobs(reviewId: string, given: JobLine[]): { jobs: JobLine[]; poke(): void } {
  const { data } = useAsk(
    reviewId,
    'jobs',
    {},
    { given: { jobs: given }, every: (said) => (said?.jobs.some(isActive) ? EVERY_MS : false) },
  );
  return { jobs: data?.jobs ?? given, poke: () => void queryClient.invalidateQueries({ queryKey: [reviewId, 'jobs'] }) };
}

/**
 * Has everything asked for again, and the page with it, when a job begins or ends: one part of a page does that for all.
 * One that begins and ends between two questions is noticed when it is over.
 * @param given what was under way when the page was made: had it ended before the first question, nobody would notice.
 *   What ended just then may have been under way still when another part of the page was drawn
 * @param page false where the page itself stays as it is, since a person is in the middle of it
 */
export function useRefreshAfterJobs(reviewId: string, given: JobLine[], page: boolean): JobLine[] {
  const router = useRouter();
  const { jobs } = useJobs(reviewId, given);
  const before = useRef<ReadonlyMap<string, boolean>>(null);
  before.current ??= statesOf(given.filter((job) => !job.justEnded));
  // Another tab may have put something into the queue: each screen asks once.
  const path = usePathname();
  useEffect(() => {
    void path;
    void queryClient.invalidateQueries({ queryKey: [reviewId, 'jobs'] });
  }, [reviewId, path]);
  useEffect(() => {
    const known = before.current!;
    before.current = statesOf(jobs);
    if (jobs.every((job) => known.get(job.id) === isActive(job))) return;
    forget(reviewId);
    if (page) refreshPage(router);
  }, [jobs, reviewId, router, page]);
  return jobs;
}
