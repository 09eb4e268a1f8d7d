'use client';
import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { count, day, plural } from '@/ui/words';

import type { RulingLine } from '../queries/axis-rulings-view';

const REACH: Record<RulingLine['reach'], string> = { one: 'this work', these: 'these works', standing: 'these works and later ones' };

/** What people ruled, newest first. What was taken back stays. */
export function AxisRulingsScreen({ reviewId, rulings }: { reviewId: string; rulings: readonly RulingLine[] }) {
  const [gone, setGone] = useState<ReadonlySet<number>>(new Set());
  async function takeBack(seq: number) {
    const answer = await call(reviewId, 'undo-ruling', { seq });
    if (!answer.ok) return void toast.error(answer.message);
    setGone((old) => new Set(old).add(seq));
  }
  return (
    <main className="max-w-[1180px] px-5 py-4">
      <BackLink reviewId={reviewId} to="classify">
        Classify
      </BackLink>
      <h1 className="mb-2 text-title">Rulings about what works are</h1>
      {rulings.length === 0 ? (
        <Empty title="Nobody has ruled yet">
          <p>Open a work and rule on one of its axes, or rule on all that share a dispute, under Classify.</p>
        </Empty>
      ) : (
        <table className="w-full table-fixed text-left text-small">
          <thead>
            <tr className="h-7 text-small text-slate">
              <th className="w-[40px] font-medium">No</th>
              <th className="w-[230px] font-medium">Ruling</th>
              <th className="font-medium">On</th>
              <th className="w-[260px] font-medium">Reason</th>
              <th className="w-[150px] font-medium">By</th>
              <th className="w-[104px]">
                <span className="sr-only">Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rulings.map((r) => (
              <tr key={r.seq} className="border-rule border-t align-top">
                <td className="py-1.5">{r.seq}</td>
                <td className="py-1.5 pr-3">
                  <span className="text-slate">{r.axisLabel}: </span>
                  <b className="font-semibold">{r.values.join(' or ').toLowerCase()}</b>
                </td>
                <td className="py-1.5 pr-3">
                  {r.reach === 'one' && r.workNo ? (
                    <Link
                      className="font-serif text-navy underline-offset-2 hover:underline"
                      href={`/reviews/${reviewId}/classify?axis=${r.axis}&as=settled&work=${r.workNo}`}
                    >
                      {r.title}
                    </Link>
                  ) : (
                    `${count(r.works)} ${plural(r.works, 'work')}: ${r.cause}`
                  )}
                  <span className="block text-note text-slate">{REACH[r.reach]}</span>
                </td>
                <td className="py-1.5 pr-3 font-serif">{r.reason}</td>
                <td className="py-1.5 text-slate">
                  {r.person}, {day(r.at)}
                </td>
                <td className="py-1">
                  {r.undone || gone.has(r.seq) ? (
                    <span className="text-slate">
                      taken back
                      {r.undone && (
                        <span className="block text-note">
                          {r.undone.person}, {day(r.undone.at)}
                        </span>
                      )}
                    </span>
                  ) : (
                    <Button look="quiet" onClick={() => takeBack(r.seq)}>
                      Take back
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}
