import Link from 'next/link';
import { BackLink } from '@/ui/back-link';
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
  /** The address of this list with other parts. */
  href(changes: Record<string, string>): string;
  /** What the list is narrowed by, to be sent along with a new search for words. */
  kept: [string, string][];
}

/** The records behind a figure, a page at a time, found by words of their title. */
export function RecordList({ reviewId, title, total, records, page, pages, find, href, kept }: RecordListProps) {
  return (
    <main className="max-w-[1120px] px-5 py-4">
      <BackLink reviewId={reviewId} />
      <div className="mb-2 flex items-center gap-4">
        <h1 className="text-head">
          {title}: {count(total)}
        </h1>
        <div className="ml-auto">
          <FindBox label="Find in titles" find={find} action={`/reviews/${reviewId}/records`} kept={kept} />
        </div>
      </div>
      <table className="w-full table-fixed text-left text-small" aria-label={`${title}: ${total}`}>
        <thead className="sticky top-0 bg-paper">
          <tr className="text-note text-slate">
            <th className="w-[56px] font-medium">No.</th>
            <th className="w-[48px] font-medium">From</th>
            <th className="font-medium">Title</th>
            <th className="w-[210px] font-medium">Authors</th>
            <th className="w-[110px] font-medium">Date</th>
            <th className="w-[70px] text-right font-medium">Line</th>
            <th className="w-[110px] pl-3 font-medium">Problems</th>
          </tr>
        </thead>
        <tbody>
          {records.map((r) => (
            <tr key={r.no} className="h-8 border-rule border-t">
              <td className="text-slate">{r.no}</td>
              <td>
                <DatabaseTag tag={r.tag} />
              </td>
              <td className="truncate pr-3 font-serif" title={r.title}>
                <Link className="underline-offset-2 hover:underline" prefetch={false} href={`/reviews/${reviewId}/records/${r.no}`}>
                  {r.title}
                </Link>
              </td>
              <td className="truncate pr-3">{r.authors}</td>
              <td className="truncate">{r.date}</td>
              <td className="text-right">{count(r.line)}</td>
              <td className="pl-3">
                {r.problems > 0 && <Pill look="attention">{r.problems === 1 ? 'one' : r.problems}</Pill>}{' '}
                {r.withdrawn && <Pill look="attention">withdrawn</Pill>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {total === 0 && <p className="mt-3 text-slate">No record is in this list.</p>}
      {pages > 1 && (
        <nav aria-label="Pages" className="mt-3 flex items-center gap-4">
          {page > 1 && (
            <Link className="text-navy underline-offset-2 hover:underline" href={href({ page: String(page - 1) })}>
              Previous
            </Link>
          )}
          <span className="text-slate">
            Page {page} of {pages}
          </span>
          {page < pages && (
            <Link className="text-navy underline-offset-2 hover:underline" href={href({ page: String(page + 1) })}>
              Next
            </Link>
          )}
        </nav>
      )}
    </main>
  );
}
