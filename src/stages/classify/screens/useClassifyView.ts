'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { call, JOBS_CHANGED } from '@/client/call';
import { forgetWorks } from '@/client/useWork';
import type { JobLine } from '@/stages/retrieve/queries/retrieve-view';
import type { ClassifyView } from '../queries/classify-view';

const active = (jobs: readonly JobLine[]) =>
  jobs.filter((j) => j.kind !== 'import-file' && (j.state === 'queued' || j.state === 'running'));

/** What the Classify screens show, read again when a job that changes it has ended or a person ruled. */
export function useClassifyView(reviewId: string, initial: ClassifyView): { view: ClassifyView; job: JobLine | null; refresh(): void } {
  const [view, setView] = useState(initial);
  const [job, setJob] = useState<JobLine | null>(null);
  const busy = useRef(false);
  const [wake, setWake] = useState(0);
  const refresh = useCallback(() => {
    void call(reviewId, 'classify-view', {})
      .then((answer) => {
        if (answer.ok) setView((old) => (answer.view.revision >= old.revision ? answer.view : old));
      })
      .catch(() => {});
  }, [reviewId]);
  useEffect(() => {
    void wake;
    let stopped = false;
    let timer: ReturnType<typeof setTimeout>;
    async function ask() {
      const jobs = await fetch(`/api/reviews/${reviewId}/progress`)
        .then((r) => (r.ok ? (r.json() as Promise<JobLine[]>) : null))
        .catch(() => null);
      if (stopped) return;
      const [current] = active(jobs ?? []);
      setJob(current ?? null);
      if (busy.current && !current) {
        forgetWorks();
        refresh();
      }
      busy.current = current !== undefined;
      if (current || !jobs) timer = setTimeout(ask, 800);
    }
    void ask();
    const again = () => {
      busy.current = true;
      setWake((n) => n + 1);
    };
    window.addEventListener(JOBS_CHANGED, again);
    return () => {
      stopped = true;
      clearTimeout(timer);
      window.removeEventListener(JOBS_CHANGED, again);
    };
  }, [reviewId, refresh, wake]);
  return { view, job, refresh };
}
