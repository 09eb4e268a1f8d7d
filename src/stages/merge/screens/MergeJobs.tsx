'use client';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useLiveJobs } from '@/client/useLiveJobs';
import type { JobLine } from '@/stages/retrieve/queries/retrieve-view';
import { Button } from '@/ui/button';
import { count } from '@/ui/marks';
import { Progress } from '@/ui/progress';

/** The merge under way, which can be cancelled; or the records that wait for one. The page follows when it ends. */
export function MergeJobs({ reviewId, jobs: initial, waiting }: { reviewId: string; jobs: JobLine[]; waiting: number }) {
  const { jobs, poke } = useLiveJobs(reviewId, initial);
  const job = jobs.find((j) => j.kind === 'classify-review' && (j.state === 'queued' || j.state === 'running'));
  const ask = async (verb: 'cancel-job' | 'merge-again') => {
    const answer = await (verb === 'cancel-job' ? call(reviewId, verb, { jobId: job!.id }) : call(reviewId, verb, {})).catch(() => null);
    if (!answer) toast.error('The server did not answer. Try again.');
    else if (!answer.ok) toast.error(answer.message);
    poke();
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
          <Button look="quiet" onClick={() => ask('cancel-job')}>
            Cancel
          </Button>
        )}
      </div>
    );
  }
  if (waiting === 0) return null;
  return (
    <p className="my-2 flex max-w-[560px] items-center gap-3 rounded-[4px] border border-copper border-dashed px-3 py-1.5 text-copper">
      {count(waiting)} {waiting === 1 ? 'record is' : 'records are'} in no work yet: the last merge was broken off.
      <Button onClick={() => ask('merge-again')}>Merge now</Button>
    </p>
  );
}
