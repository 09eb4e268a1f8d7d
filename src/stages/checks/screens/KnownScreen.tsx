'use client';
import { useState } from 'react';
import { ListWithSheet } from '@/stages/works/screens';
import { count } from '@/ui/words';

import type { KnownView } from '../queries/known-view';
import { ChecksNav } from './ChecksNav';
import { KnownAsked } from './KnownAsked';
import { KnownForm } from './KnownForm';
import { Fates, Recall } from './KnownRecall';

/** Works that are known to belong: what became of each, and what that says of search, databases and limiters. */
export function KnownScreen({ reviewId, view }: { reviewId: string; view: KnownView }) {
  const [list, setList] = useState<{ numbers: number[]; caption: string } | null>(null);
  const asked = view.lines.filter((l) => l.fate === 'asked');
  return (
    <main className="px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/known" />
      <h1 className="mt-3 text-title">Was everything found that is known to belong?</h1>
      <p className="max-w-[80ch] text-slate">
        Works that somebody knows to be relevant, from earlier reviews, experts or reference lists, are looked for among the records. What
        is missing was not retrieved; what a limiter stops is named beside it, here and under Sieve.
      </p>
      <KnownForm reviewId={reviewId} first={view.lines.length === 0} />
      {asked.length > 0 && <KnownAsked reviewId={reviewId} lines={asked} />}
      {view.counted > 0 && <Recall view={view} onList={(numbers, caption) => setList({ numbers, caption })} />}
      {list && <ListWithSheet reviewId={reviewId} numbers={list.numbers} caption={`${list.caption}: ${count(list.numbers.length)}`} />}
      {view.lines.length > 0 && <Fates reviewId={reviewId} view={view} onList={(numbers, caption) => setList({ numbers, caption })} />}
    </main>
  );
}
