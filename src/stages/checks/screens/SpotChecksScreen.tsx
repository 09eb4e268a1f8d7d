'use client';
import Link from 'next/link';
import { percent, stratumWords, wholeWords } from '@/core/checks';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Empty } from '@/ui/empty';
import { Explained } from '@/ui/explained';
import { count } from '@/ui/words';

import type { SpotCheckLine, SpotChecksView } from '../queries/samples-view';
import { ChecksNav } from './ChecksNav';
import { SampleHeadLine } from './SampleHeadLine';
import { SamplePlan } from './SamplePlan';
import { ShareBar } from './ShareBar';
import { WronglyStopped } from './WronglyStopped';

/** Samples of what the sieve stopped: to be drawn, to be judged, and what they say. */
export function SpotChecksScreen({ reviewId, view }: { reviewId: string; view: SpotChecksView }) {
  return (
    <main className="px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/spot" />
      <h1 className="mt-3 text-title">Was anything stopped that should not have been?</h1>
      <p className="max-w-[80ch] text-slate">
        Works that the sieve stopped are drawn at random and read without seeing why they were stopped. What is found among them bounds what
        may be lost among all. Judging decides nothing: a work that was stopped wrongly is rescued below, or its limiter is changed.
      </p>
      {view.strata.length === 0 ? (
        <div className="mt-3">
          <Empty title="The sieve stops nothing that is undecided">
            <p>
              There is nothing to draw from. Limiters are set under{' '}
              <Link className="text-navy underline" href={`/reviews/${reviewId}/sieve`}>
                Sieve
              </Link>
              .
            </p>
          </Empty>
        </div>
      ) : (
        <SamplePlan reviewId={reviewId} strata={view.strata} />
      )}
      {view.checks.map((check) => (
        <Check key={check.number} reviewId={reviewId} check={check} version={view.version} />
      ))}
    </main>
  );
}

function Check({ reviewId, check, version }: { reviewId: string; check: SpotCheckLine; version: number }) {
  const { result, names } = check;
  const columns: TableColumn<(typeof result.strata)[number]>[] = [
    {
      id: 'limiter',
      header: 'Limiter',
      width: 'w-[180px]',
      value: (s) => names[s.limiter]?.name ?? '',
      cell: (s) => (
        <span className="font-medium">
          <Explained meaning={names[s.limiter]?.words}>{names[s.limiter]?.name}</Explained>
        </span>
      ),
    },
    { id: 'stopped', header: 'Stopped', width: 'w-[74px]', value: (s) => s.size, cell: (s) => count(s.size) },
    {
      id: 'judged',
      header: 'Judged',
      width: 'w-[84px]',
      value: (s) => s.judged + s.unsure,
      cell: (s) => `${count(s.judged + s.unsure)} of ${count(names[s.limiter]?.drawn ?? 0)}`,
    },
    {
      id: 'wrongly',
      header: 'Wrongly',
      width: 'w-[74px]',
      value: (s) => s.wrong,
      cell: (s) => <span className="font-semibold">{count(s.wrong)}</span>,
    },
    {
      id: 'share',
      header: 'Share, and at most',
      width: 'w-[250px]',
      value: (s) => (s.atMost === null ? '' : s.atMost / s.size),
      cell: (s) => <ShareBar rate={s.rate} bound={s.atMost === null ? null : s.atMost / s.size} />,
    },
    {
      id: 'words',
      header: 'In words',
      value: (s) => stratumWords(s),
      cell: (s) => <span className="text-slate">{stratumWords(s)}</span>,
    },
  ];
  return (
    <section aria-label={`Sample ${check.number}`} className="mt-5 border-ink border-t-2 pt-2">
      <SampleHeadLine reviewId={reviewId} head={check} version={version}>
        {check.design === 'stratified' ? 'a figure for each limiter' : 'one figure for all'}
        {check.share !== null && `, planned for ${percent(check.share)}`}
      </SampleHeadLine>
      <p dir="auto" className="mt-1 max-w-[86ch] font-serif text-lead">
        {wholeWords(result, check.design)}
      </p>
      <DataTable
        caption={`What sample ${check.number} says of each limiter`}
        columns={columns}
        rows={result.strata}
        rowKey={(s) => s.limiter}
      />
      {check.wrong.length > 0 && <WronglyStopped reviewId={reviewId} check={check.number} works={check.wrong} />}
    </section>
  );
}
