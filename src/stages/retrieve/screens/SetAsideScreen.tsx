'use client';
import Link from 'next/link';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { RawText } from '@/ui/raw-text';
import { count } from '@/ui/words';
import type { AsideLine } from '../queries/set-aside';

/** In words: what was being done with a record when it failed. */
const ASIDE_STEPS: Record<AsideLine['step'], string> = {
  derive: 'while reading what it says of itself',
  merge: 'while comparing it with other records',
  classify: 'while classifying its work',
};

/** Records that are in no work because something about them could not be processed: where each stands, and why. */
export function SetAsideScreen({ reviewId, records }: { reviewId: string; records: AsideLine[] }) {
  async function tryAgain() {
    const answer = await call(reviewId, 'try-aside-again', {});
    if (!answer.ok) return void toast.error(answer.message);
    toast('They are tried again, with all other records.');
  }
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} />
      <h1 className="mb-1 text-head">Set aside: {count(records.length)}</h1>
      {records.length === 0 ? (
        <Empty title="Nothing was set aside">
          <p>Every record of an active retrieval is in a work.</p>
        </Empty>
      ) : (
        <>
          <p className="mb-3 max-w-[78ch] text-slate">
            These records were read, but something about them could not be processed. They are in no work and everything else went on
            without them; the sums count them. An update of the application tries them again by itself.
          </p>
          <div className="mb-4 flex items-center gap-4">
            <Button onClick={tryAgain}>Try them again</Button>
            <a className="text-navy underline underline-offset-2" href={`/api/reviews/${reviewId}/set-aside`} download>
              Download as CSV
            </a>
          </div>
          <ol className="flex flex-col gap-4">
            {records.map((r) => (
              <li key={r.no} className="border-rule border-t pt-3">
                <p>
                  <Link className="font-semibold underline-offset-2 hover:underline" href={`/reviews/${reviewId}/records/${r.no}`}>
                    Record {r.no}
                  </Link>
                  , line {count(r.line)} of {r.file}: {r.title || 'without a title'}
                </p>
                <p className="text-copper">
                  It failed {ASIDE_STEPS[r.step]}: {r.reason}
                </p>
                <RawText text={r.raw} label={`Text of record ${r.no}`} />
              </li>
            ))}
          </ol>
        </>
      )}
    </main>
  );
}
