'use client';
import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Empty } from '@/ui/empty';
import { day, many } from '@/ui/words';

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
  const columns: TableColumn<RulingLine>[] = [
    { id: 'no', header: 'No', width: 'w-[44px]', value: (r) => r.seq, cell: (r) => r.seq },
    {
      ...{ id: 'ruling', header: 'Ruling', width: 'w-[230px]', value: (r) => `${r.axisLabel}: ${r.values.join(' or ')}` },
      cell: (r) => (
        <>
          <span className="text-slate">{r.axisLabel}: </span>
          <b className="font-semibold">{r.values.join(' or ').toLowerCase()}</b>
        </>
      ),
    },
    { id: 'on', header: 'On', value: (r) => onWhat(r), cell: (r) => <On reviewId={reviewId} ruling={r} /> },
    {
      ...{ id: 'reason', header: 'Reason', width: 'w-[240px]', value: (r) => r.reason },
      cell: (r) => (
        <span dir="auto" className="font-serif">
          {r.reason}
        </span>
      ),
    },
    {
      ...{ id: 'by', header: 'By', width: 'w-[180px]', value: (r) => `${r.person}, ${day(r.at)}` },
      cell: (r) => <span className="text-slate">{`${r.person}, ${day(r.at)}`}</span>,
    },
    {
      ...{ id: 'undo', header: 'Take back', width: 'w-[104px]', hideHeader: true },
      cell: (r) =>
        r.undone || gone.has(r.seq) ? (
          <span className="text-slate">
            taken back
            {r.undone && <span className="block text-note">{`${r.undone.person}, ${day(r.undone.at)}`}</span>}
          </span>
        ) : (
          <Button look="quiet" onClick={() => takeBack(r.seq)}>
            Take back
          </Button>
        ),
    },
  ];
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to="classify">
        Classify
      </BackLink>
      <h1 className="mb-2 text-title">Rulings about what works are</h1>
      {rulings.length === 0 ? (
        <Empty title="Nobody has ruled yet">
          <p>Open a work and rule on one of its axes, or rule on all that share a dispute, under Classify.</p>
        </Empty>
      ) : (
        <DataTable caption="Rulings, newest first" rows={rulings} rowKey={(r) => r.seq} columns={columns} />
      )}
    </main>
  );
}

const onWhat = (r: RulingLine): string => (r.reach === 'one' && r.workNo ? r.title : `${many(r.works, 'work')}: ${r.cause}`);

/** What a ruling is on: a work, to be opened, or all that share a cause. */
function On({ reviewId, ruling: r }: { reviewId: string; ruling: RulingLine }) {
  return (
    <>
      {r.reach === 'one' && r.workNo ? (
        <Link
          dir="auto"
          className="font-serif text-navy underline-offset-2 hover:underline"
          href={`/reviews/${reviewId}/classify?axis=${r.axis}&as=settled&work=${r.workNo}`}
        >
          {r.title}
        </Link>
      ) : (
        onWhat(r)
      )}
      <span className="block text-note text-slate">{REACH[r.reach]}</span>
    </>
  );
}
