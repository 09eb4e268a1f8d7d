import type { JobLine } from '@/client/types';
import { Progress } from '@/ui/progress';
import { count } from '@/ui/words';

/** Works are being classified again: how far it is. The figures follow by themselves. */
export function JobNote({ job }: { job: JobLine | null }) {
  if (!job) return null;
  const words =
    job.state === 'queued' ? 'Waiting to classify again …' : `Classifying again: ${count(job.done)} of ${count(job.total)} steps`;
  return (
    <div role="status" className="my-2 flex max-w-[560px] items-center gap-3">
      <span className="whitespace-nowrap">{words}</span>
      <Progress done={job.done} total={job.total} label="Classifying again" />
    </div>
  );
}
