'use client';
import Link from 'next/link';
import { percent, stratumWords, wholeWords } from '@/core/checks';
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
        Works that the sieve stopped are drawn by lot and read without seeing why they were stopped. What is found among them bounds what
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
  return (
    <section aria-label={`Sample ${check.number}`} className="mt-5 border-ink border-t-2 pt-2">
      <SampleHeadLine reviewId={reviewId} head={check} version={version}>
        {check.design === 'stratified' ? 'a figure for each limiter' : 'one figure for all'}
        {check.share !== null && `, planned for ${percent(check.share)}`}
      </SampleHeadLine>
      <p dir="auto" className="mt-1 max-w-[86ch] font-serif text-lead">
        {wholeWords(result, check.design)}
      </p>
      <div className="mt-2 relative overflow-x-auto">
        <table className="w-full min-w-[860px] border-collapse text-small">
          <caption className="sr-only">What sample {check.number} says of each limiter</caption>
          <thead>
            <tr className="border-ink border-b-[1.5px] text-left text-note text-slate">
              <th scope="col" className="w-[180px] py-1 font-medium">
                Limiter
              </th>
              <th scope="col" className="w-[74px] text-right font-medium">
                Stopped
              </th>
              <th scope="col" className="w-[84px] text-right font-medium">
                Judged
              </th>
              <th scope="col" className="w-[74px] text-right font-medium">
                Wrongly
              </th>
              <th scope="col" className="w-[250px] pl-5 font-medium">
                Share, and at most
              </th>
              <th scope="col" className="pl-5 font-medium">
                In words
              </th>
            </tr>
          </thead>
          <tbody>
            {result.strata.map((s) => (
              <tr key={s.limiter} className="border-rule border-b align-top">
                <th scope="row" className="py-1.5 text-left font-medium">
                  <Explained meaning={names[s.limiter]?.words}>{names[s.limiter]?.name}</Explained>
                </th>
                <td className="py-1.5 text-right">{count(s.size)}</td>
                <td className="py-1.5 text-right">
                  {count(s.judged + s.unsure)} of {count(names[s.limiter]?.drawn ?? 0)}
                </td>
                <td className="py-1.5 text-right font-semibold">{count(s.wrong)}</td>
                <td className="py-1.5 pl-5">
                  <ShareBar rate={s.rate} bound={s.atMost === null ? null : s.atMost / s.size} />
                </td>
                <td className="py-1.5 pl-5 text-slate">{stratumWords(s)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {check.wrong.length > 0 && <WronglyStopped reviewId={reviewId} check={check.number} works={check.wrong} />}
    </section>
  );
}
