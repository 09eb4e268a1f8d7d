'use client';
import Link from 'next/link';
import { BackLink } from '@/ui/back-link';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { FindBox } from '@/ui/find-box';
import { DatabaseTag, Pill } from '@/ui/marks';
import { count } from '@/ui/words';
import type { RecordLine } from '../queries/records';

interface RecordListProps {
  reviewId: string;
  title: string;
  total: number;
  records: RecordLine[];
  page: number;
  pages: number;
  find: string;
  /** Addresses of the pages before and after; '' where there is none. */
  before: string;
  after: string;
  /** What the list is narrowed by, to be sent along with a new search for words. */
  kept: [string, string][];
}

/** The records behind a figure, a page at a time, found by words of their title. */
export function RecordList({ reviewId, title, total, records, page, pages, find, before, after, kept }: RecordListProps) {
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} />
      <div className="mb-2 flex items-center gap-4">
        <h1 className="text-head">
          {title}: {count(total)}
        </h1>
        <div className="ml-auto">
          <FindBox label="Find in titles" find={find} action={`/reviews/${reviewId}/records`} kept={kept} />
        </div>
      </div>
      <DataTable
        caption={`${title}: ${total}`}
        rows={records}
        rowKey={(r) => r.no}
        columns={columnsOf(reviewId)}
        // A page of many would be sorted by itself.
        sorted={pages === 1}
      />
      {total === 0 && <p className="mt-3 text-slate">No record is in this list.</p>}
      {pages > 1 && (
        <nav aria-label="Pages" className="mt-3 flex items-center gap-4">
          {before && (
            <Link className="text-navy underline-offset-2 hover:underline" href={before}>
              Previous
            </Link>
          )}
          <span className="text-slate">
            Page {page} of {pages}
          </span>
          {after && (
            <Link className="text-navy underline-offset-2 hover:underline" href={after}>
              Next
            </Link>
          )}
        </nav>
      )}
    </main>
  );
}

const columnsOf = (reviewId: string): TableColumn<RecordLine>[] => [
  { id: 'no', header: 'No.', width: 'w-[64px]', value: (r) => r.no, cell: (r) => <span className="text-slate">{r.no}</span> },
  { id: 'from', header: 'From', width: 'w-[64px]', value: (r) => r.tag, cell: (r) => <DatabaseTag tag={r.tag} /> },
  {
    ...{ id: 'title', header: 'Title', value: (r) => r.title },
    cell: (r) => (
      <Link
        dir="auto"
        className="block truncate font-serif underline-offset-2 hover:underline"
        title={r.title}
        prefetch={false}
        href={`/reviews/${reviewId}/records/${r.no}`}
      >
        {r.title}
      </Link>
    ),
  },
  {
    ...{ id: 'authors', header: 'Authors', width: 'w-[210px]', value: (r) => r.authors },
    cell: (r) => (
      <span dir="auto" className="block truncate">
        {r.authors}
      </span>
    ),
  },
  { id: 'date', header: 'Date', width: 'w-[110px]', value: (r) => r.date, cell: (r) => r.date },
  { id: 'line', header: 'Line', width: 'w-[76px]', value: (r) => r.line, cell: (r) => count(r.line) },
  {
    ...{ id: 'problems', header: 'Problems', width: 'w-[120px]', value: (r) => r.problems },
    cell: (r) => (
      <>
        {r.problems > 0 && <Pill look="attention">{r.problems === 1 ? 'one' : r.problems}</Pill>}{' '}
        {r.withdrawn && <Pill look="attention">withdrawn</Pill>}
      </>
    ),
  },
];
