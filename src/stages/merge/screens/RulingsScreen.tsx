'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
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
  const columns: TableColumn<RulingLine>[] = [
    { id: 'one', header: 'One', value: (r) => r.titles[0], cell: (r) => <Title text={r.titles[0]} /> },
    {
      ...{ id: 'ruling', header: 'Ruling', width: 'w-[190px]', value: (r) => r.words },
      cell: (r) => <b className="font-semibold">{r.words}</b>,
    },
    { id: 'other', header: 'The other', value: (r) => r.titles[1], cell: (r) => <Title text={r.titles[1]} /> },
    {
      ...{ id: 'by', header: 'By', width: 'w-[190px]', value: (r) => `${r.person}, ${day(r.at)}` },
      cell: (r) => <span className="text-slate">{`${r.person}, ${day(r.at)}`}</span>,
    },
    {
      ...{ id: 'undo', header: 'Take back', width: 'w-[110px]', hideHeader: true },
      cell: (r) =>
        gone.has(r.act) ? (
          'taken back'
        ) : (
          <Button look="quiet" onClick={() => takeBack(r.act)}>
            Take back
          </Button>
        ),
    },
  ];
  return (
    <main className="px-5 py-4">
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
        <DataTable caption="Rulings, newest first" rows={rulings} rowKey={(r) => r.act} columns={columns} />
      )}
    </main>
  );
}

const Title = ({ text }: { text: string }) => (
  <span dir="auto" className="block truncate font-serif" title={text}>
    {text}
  </span>
);
