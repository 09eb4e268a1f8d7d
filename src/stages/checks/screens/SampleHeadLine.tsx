import Link from 'next/link';
import type { ReactNode } from 'react';
import { Pill } from '@/ui/marks';
import { count, day } from '@/ui/words';
import type { SampleHead } from '../queries/samples-view';

/** Which sample it is, when, by whom and under which sieve it was drawn; and the way to judge on. */
export function SampleHeadLine({
  reviewId,
  head,
  version,
  children,
}: {
  reviewId: string;
  head: SampleHead;
  version: number | null;
  children?: ReactNode;
}) {
  const left = head.drawn - head.said;
  return (
    <div className="flex items-baseline gap-3">
      <h2 className="text-lead">Sample {head.number}</h2>
      <p className="flex-1 text-small text-slate">
        {day(head.at)}, {head.person} · version {head.sieveVersion} of the sieve · seed {head.seed} · {children}
      </p>
      {version !== null && version !== head.sieveVersion && (
        <Pill look="attention" title="What it says is of the sieve as it was then">
          the sieve is at version {version} now
        </Pill>
      )}
      <Link
        href={`/reviews/${reviewId}/checks/judge/${head.number}`}
        prefetch={false}
        className="inline-flex min-h-8 items-center rounded-[4px] border border-ink bg-surface px-3 py-1 font-medium hover:bg-picked"
      >
        {left > 0 ? `Judge on: ${count(left)} of ${count(head.drawn)} left` : `Look at the ${count(head.drawn)} again`}
      </Link>
    </div>
  );
}
