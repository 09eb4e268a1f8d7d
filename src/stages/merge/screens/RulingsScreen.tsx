'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { day } from '@/ui/words';
import type { RulingLine } from '../queries/rulings-view';

/** What people joined, kept apart and linked. It holds for every later merge until it is taken back here. */
export function RulingsScreen({ reviewId, rulings }: { reviewId: string; rulings: readonly RulingLine[] }) {
  const [gone, setGone] = useState<ReadonlySet<string>>(new Set());
  async function takeBack(act: string) {
    const answer = await call(reviewId, 'undo-merge', { act });
    if (!answer.ok) return void toast.error(answer.message);
    setGone((old) => new Set(old).add(act));
  }
  return (
    <main className="max-w-[1120px] px-5 py-4">
      <BackLink reviewId={reviewId} to="merge">
        Merge
      </BackLink>
      <h1 className="mb-2 text-head">Rulings about joins and links</h1>
      {rulings.length === 0 ? (
        <Empty title="Nobody has ruled yet">
          <p>
            What you join, keep apart or link under “pairs to settle” or take out of a work is listed here, and holds for every later merge.
          </p>
        </Empty>
      ) : (
        <table className="w-full table-fixed text-left">
          <thead>
            <tr className="text-small text-slate">
              <th className="font-medium">One</th>
              <th className="w-[190px] font-medium">Ruling</th>
              <th className="font-medium">The other</th>
              <th className="w-[190px] font-medium">By</th>
              <th className="w-[110px]">
                <span className="sr-only">Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rulings.map((r) => (
              <tr key={r.act} className="h-9 border-rule border-t">
                <td className="truncate pr-3 font-serif" title={r.titles[0]}>
                  {r.titles[0]}
                </td>
                <td className="pr-3 font-semibold">{r.words}</td>
                <td className="truncate pr-3 font-serif" title={r.titles[1]}>
                  {r.titles[1]}
                </td>
                <td className="text-small text-slate">
                  {r.person}, {day(r.at)}
                </td>
                <td>
                  {gone.has(r.act) ? (
                    'taken back'
                  ) : (
                    <Button look="quiet" onClick={() => takeBack(r.act)}>
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
