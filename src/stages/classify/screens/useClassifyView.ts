'use client';
import type { JobLine } from '@/client/types';
import { useAsk } from '@/client/useAsk';
import { isActive, useJobs } from '@/client/useJobs';
import type { ClassifyView } from '../queries/classify-view';

/** What the Classify screens show, and the job under way that will change it. */
export function useClassifyView(reviewId: string, initial: ClassifyView): { view: ClassifyView; job: JobLine | null; refresh(): void } {
  const { data, refetch } = useAsk(reviewId, 'classify-view', {}, { given: { view: initial } });
  const { jobs } = useJobs(reviewId, []);
  const job = jobs.find((j) => j.kind !== 'import-file' && isActive(j)) ?? null;
  const known = data?.view ?? initial;
  // The page may have been made later than what was asked for before.
  return { view: known.revision >= initial.revision ? known : initial, job, refresh: () => void refetch() };
}
