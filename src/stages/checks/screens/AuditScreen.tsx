'use client';
import Link from 'next/link';
import { useState } from 'react';
import { wholeWords } from '@/core/checks';
import { ListWithSheet } from '@/stages/works/screens';
import { Empty } from '@/ui/empty';
import { count } from '@/ui/words';

import type { AuditView } from '../queries/audit';
import { Limiter } from './AuditLimiter';
import { ChecksNav } from './ChecksNav';
import { useWhole } from './useWholeAudit';

/** For each limiter: why it is there, how it is set, what it cost, where it is not even, and what the checks say of it. */
export function AuditScreen({ reviewId, given }: { reviewId: string; given: AuditView }) {
  const view = useWhole(reviewId, given);
  const [list, setList] = useState<{ numbers: number[]; caption: string } | null>(null);
  const { lines, spot } = view;
  return (
    <main className="px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/audit" />
      <div className="mt-3 flex items-baseline justify-between gap-4">
        <h1 className="text-title">What each limiter is for, and what it cost</h1>
        <p className="text-small">
          <a className="text-navy underline underline-offset-2" href={`/api/reviews/${reviewId}/write-up/audit.csv`}>
            Download as CSV
          </a>{' '}
          <span className="text-slate">
            · it stands in the{' '}
            <Link className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/write-up/methods`} prefetch={false}>
              methods
            </Link>{' '}
            and tables of the write-up
          </span>
        </p>
      </div>
      {spot ? (
        <p dir="auto" className="mt-1 max-w-[90ch] font-serif text-lead">
          Sample {spot.number}, under version {spot.sieveVersion}
          {spot.sieveVersion !== view.version && ` (the sieve is at version ${view.version} now)`}: {wholeWords(spot.result, spot.design)}
        </p>
      ) : (
        <p className="mt-1 text-slate">
          No sample of what was stopped was judged yet:{' '}
          <Link className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/checks/spot`} prefetch={false}>
            draw one
          </Link>
          .
        </p>
      )}
      {lines.length === 0 && (
        <div className="mt-3">
          <Empty title="No limiter is on">
            <p>Limiters are set under Sieve.</p>
          </Empty>
        </div>
      )}
      {lines.map((line, i) => (
        <Limiter key={line.id} {...{ reviewId, line }} place={i + 1} onList={(numbers, caption) => setList({ numbers, caption })} />
      ))}
      {list && <ListWithSheet reviewId={reviewId} numbers={list.numbers} caption={`${list.caption}: ${count(list.numbers.length)}`} />}
    </main>
  );
}
