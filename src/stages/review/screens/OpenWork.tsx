'use client';
import Link from 'next/link';
import { useAsk } from '@/client/useAsk';

/** The stages of a review by the beginning of an address. */
const PLACES: Readonly<Record<string, string>> = {
  ...{ question: 'Question', retrieve: 'Retrieve', merge: 'Merge', classify: 'Classify', sieve: 'Sieve', decide: 'Decide' },
  ...{ 'write-up': 'Write up', checks: 'Checks', people: 'People', records: 'Records', find: 'Find' },
};

/** What of a review is this person's to do next, and where they were last. Asked when the list stands already. */
export function OpenWork({ reviewId, place, asks }: { reviewId: string; place: string | null; asks: boolean }) {
  const next = useAsk(reviewId, 'figures', {}, { wanted: asks }).data?.figures.next ?? [];
  const where = place && PLACES[place.split(/[/?]/)[0]!];
  if (next.length === 0 && !where) return null;
  return (
    <p className="mt-1.5 flex flex-wrap gap-x-4 text-small">
      {next.slice(0, 2).map((step) => (
        <Link
          key={step.path}
          prefetch={false}
          className="inline-flex min-h-6 items-center text-navy underline-offset-2 hover:underline"
          href={`/reviews/${reviewId}/${step.path}`}
        >
          {step.words}
        </Link>
      ))}
      {where && (
        <Link
          prefetch={false}
          className="inline-flex min-h-6 items-center text-slate underline-offset-2 hover:underline"
          href={`/reviews/${reviewId}/${place}`}
        >
          go on where you were: {where}
        </Link>
      )}
    </p>
  );
}
