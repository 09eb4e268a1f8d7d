'use client';
import { STAGE_WORDS } from '@/core/flow';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { minute } from '@/ui/words';
import type { LedgerLine } from '../queries/ledger';

const columnsOf = (reviewId: string): TableColumn<Numbered>[] => [
  {
    id: 'when',
    header: 'When',
    width: 'w-[128px]',
    value: (l) => l.at,
    cell: (l) => <span className="whitespace-nowrap">{minute(l.at)}</span>,
  },
  {
    id: 'who',
    header: 'Who',
    width: 'w-[110px]',
    value: (l) => l.person,
    cell: (l) => (
      <>
        {l.person}
        {l.brought && <span className="block text-note text-slate">brought in</span>}
      </>
    ),
  },
  {
    id: 'what',
    header: 'What',
    width: 'w-[250px]',
    value: (l) => l.what,
    cell: (l) => (
      <>
        {l.what}
        {l.stage && <span className="block text-slate">by {STAGE_WORDS[l.stage]}</span>}
      </>
    ),
  },
  {
    id: 'work',
    header: 'Work',
    value: (l) => (l.work === null ? '' : `${l.work} ${l.title ?? ''}`.trim()),
    cell: (l) =>
      l.work !== null && (
        <a dir="auto" className="line-clamp-2 font-serif underline-offset-2 hover:underline" href={`/reviews/${reviewId}/slip/${l.work}`}>
          {l.title || `Work ${l.work}`}
        </a>
      ),
  },
  {
    id: 'why',
    header: 'Grounds or reason given, and what it was at the time',
    width: 'w-[34%]',
    value: (l) => l.why ?? '',
    cell: (l) => (
      <>
        <span dir="auto" className="line-clamp-3 font-serif" title={l.why}>
          {l.why}
        </span>
        {l.state && (
          <span className="line-clamp-1 text-note text-slate" title={l.state}>
            {l.state}
            {l.sieveVersion ? `; sieve v${l.sieveVersion}` : ''}
          </span>
        )}
      </>
    ),
  },
];

/** A line with its place on the page: an act has several lines alike. */
type Numbered = LedgerLine & { place: number };

/** A page of the ledger. It is sorted only where the page is all there is. */
export function LedgerTable({ reviewId, lines, whole }: { reviewId: string; lines: readonly LedgerLine[]; whole: boolean }) {
  return (
    <DataTable
      caption="What was done, newest first"
      columns={columnsOf(reviewId)}
      rows={lines.map((l, place) => ({ ...l, place }))}
      rowKey={(l) => l.place}
      sorted={whole}
    />
  );
}
