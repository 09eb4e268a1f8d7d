'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { JobLine } from '@/stages/retrieve/queries/retrieve-view';
import { JOBS_CHANGED } from './call';
import { forgetWorks } from './useWork';

const activeIn = (jobs: readonly JobLine[]): string =>
  jobs
    .filter((j) => j.state === 'queued' || j.state === 'running')
    .map((j) => j.id)
    .join(); // prettier-ignore

/**
 * The jobs of a review, asked for again every second while one is under way; the page is refreshed when one ends.
 * @param refreshes false where another part of the page does that
 */
export function useLiveJobs(reviewId: string, initial: JobLine[], refreshes = true): { jobs: JobLine[]; poke(): void } {
  const [jobs, setJobs] = useState(initial);
  const [wake, setWake] = useState(0);
  const router = useRouter();
  // What was under way when the page was made: had it ended before the first question, nobody would notice.
  const active = useRef(activeIn(initial));
  useEffect(() => {
    // A job that was asked for just now may have begun and ended before the first answer.
    let unseen = wake > 0;
    let stopped = false;
    let timer: ReturnType<typeof setTimeout>;
    async function ask() {
      try {
        const response = await fetch(`/api/reviews/${reviewId}/progress`);
        if (!response.ok) return;
        const next = (await response.json()) as JobLine[];
        if (stopped) return;
        setJobs(next);
        const now = activeIn(next);
        if (now !== active.current || (unseen && !now)) {
          forgetWorks();
          if (refreshes) router.refresh();
        }
        active.current = now;
        unseen = false;
        if (now) timer = setTimeout(ask, 1000);
      } catch {
        timer = setTimeout(ask, 3000);
      }
    }
    void ask();
    const again = () => setWake((n) => n + 1);
    window.addEventListener(JOBS_CHANGED, again);
    return () => {
      stopped = true;
      clearTimeout(timer);
      window.removeEventListener(JOBS_CHANGED, again);
    };
  }, [reviewId, router, wake, refreshes]);
  return { jobs, poke: () => setWake((n) => n + 1) };
}
