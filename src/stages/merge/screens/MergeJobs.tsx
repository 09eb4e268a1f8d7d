'use client';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { JobLine } from '@/client/types';
import { isActive, useJobs } from '@/client/useJobs';
import { Button } from '@/ui/button';
import { Progress } from '@/ui/progress';
import { count, plural } from '@/ui/words';

/** The merge under way, which can be cancelled; or the records that wait for one. The page follows when it ends. */
export function MergeJobs({ reviewId, jobs: initial, waiting }: { reviewId: string; jobs: JobLine[]; waiting: number }) {
  const { jobs } = useJobs(reviewId, initial);
  const job = jobs.find((j) => j.kind === 'classify-review' && isActive(j));
  const tell = async (verb: 'cancel-job' | 'merge-again') => {
    const answer = await (verb === 'cancel-job' ? call(reviewId, verb, { jobId: job!.id }) : call(reviewId, verb, {}));
    if (!answer.ok) toast.error(answer.message);
  };
  if (job) {
    const share = job.total > 0 ? Math.floor((100 * job.done) / job.total) : 0;
    return (
      <div role="status" className="my-2 flex max-w-[560px] items-center gap-3">
        <span className="whitespace-nowrap">
          {job.cancel ? 'Breaking off …' : job.state === 'queued' ? 'Waiting to merge …' : `Merging and classifying: ${share} %`}
        </span>
        <Progress done={job.done} total={job.total} label="Merging and classifying" />
        {!job.cancel && (
          <Button look="quiet" onClick={() => tell('cancel-job')}>
            Cancel
          </Button>
        )}
      </div>
    );
  }
  if (waiting === 0) return null;
  return (
    <p className="my-2 flex max-w-[560px] items-center gap-3 rounded-[4px] border border-copper border-dashed px-3 py-1.5 text-copper">
      {count(waiting)} {plural(waiting, 'record is', 'records are')} in no work yet: the last merge was broken off.
      <Button onClick={() => tell('merge-again')}>Merge now</Button>
    </p>
  );
}
