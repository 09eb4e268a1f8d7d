'use client';
import { usePathname } from 'next/navigation';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { JobLine } from '@/client/types';
import { isActive, useRefreshAfterJobs } from '@/client/useJobs';
import { Button } from '@/ui/button';
import { Progress } from '@/ui/progress';
import { useFollowedPages } from '@/ui/use-followed-pages';

/** Screens that show how far the work on records is themselves. */
const SHOWN_THERE = new Set(['retrieve', 'merge', 'classify']);

/**
 * What every screen says of the work that it waits for: that it failed and can be tried again, that it is tried again by
 * itself, or how far it is. Nothing while there is none.
 */
export function JobBanner({ reviewId, jobs: initial }: { reviewId: string; jobs: JobLine[] }) {
  const path = usePathname();
  useFollowedPages(path);
  const [, , , place = '', part] = path.split('/');
  const jobs = useRefreshAfterJobs(reviewId, initial, !(place === 'classify' || (place === 'merge' && part)));
  const job = jobs.find((j) => j.kind !== 'import-file');
  const reading = jobs.filter((j) => j.kind === 'import-file' && isActive(j));
  const tell = async (verb: 'cancel-job' | 'merge-again') => {
    const answer = await (verb === 'cancel-job' ? call(reviewId, verb, { jobId: job!.id }) : call(reviewId, verb, {}));
    if (!answer.ok) toast.error(answer.message);
  };
  const cancel = job && !job.cancel && (
    <Button look="quiet" onClick={() => tell('cancel-job')}>
      Cancel
    </Button>
  );
  if (job?.state === 'failed')
    return (
      <Bar role="alert">
        <span>
          Merging and classifying failed, so works and figures are as they were before. {job.message} Nothing that was imported or decided
          is lost.
        </span>
        <Button className="ml-auto shrink-0 whitespace-nowrap" onClick={() => tell('merge-again')}>
          Try again
        </Button>
      </Bar>
    );
  if (reading.length > 0 && place !== 'retrieve')
    return (
      <Bar role="status">
        <span className="min-w-0 truncate">
          Reading {reading.map((j) => j.because || 'a file').join(', ')}: {reading.length === 1 ? 'its' : 'their'} records are in no figure
          yet.
        </span>
      </Bar>
    );
  if (!job || job.state === 'done' || job.state === 'cancelled') return null;
  if (job.message !== '')
    return (
      <Bar role="alert">
        <span>Merging and classifying: {job.message}</span>
        {cancel}
      </Bar>
    );
  if (SHOWN_THERE.has(place)) return null;
  const share = job.total > 0 ? Math.floor((100 * job.done) / job.total) : 0;
  return (
    <Bar role="status">
      <span className="min-w-0 truncate">
        {job.because && `${job.because}. `}
        {job.cancel
          ? 'Breaking off …'
          : job.state === 'queued'
            ? 'Waiting to classify …'
            : `Merging and classifying: ${share} %. Figures are as they were before.`}
      </span>
      <span className="w-56 shrink-0">
        <Progress done={job.done} total={job.total} label="Merging and classifying, for all screens" />
      </span>
      {cancel}
    </Bar>
  );
}

const Bar = ({ role, children }: { role: 'alert' | 'status'; children: React.ReactNode }) => (
  <div
    role={role}
    className={`flex items-center gap-3 border-b px-5 py-1.5 print:hidden ${
      role === 'alert' ? 'border-copper border-dashed bg-surface text-copper' : 'border-rule bg-surface text-slate'
    }`}
  >
    {children}
  </div>
);
