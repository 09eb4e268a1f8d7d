'use client';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Empty } from '@/ui/empty';
import { FindBox } from '@/ui/find-box';
import { StateSquare } from '@/ui/marks';
import { useUrlState } from '@/ui/use-url-state';
import { count, plural } from '@/ui/words';
import type { FoundWork } from '../queries/find-works';
import { WorkSheet } from './WorkSheet';

/** Where a work is in the review, and why: whatever became of it. */
export function FindScreen({ reviewId, find, total, works }: { reviewId: string; find: string; total: number; works: FoundWork[] }) {
  const [params, setParams] = useUrlState();
  const opened = Number(params.get('work')) || null;
  return (
    <main className="px-5 py-4">
      <div className="mb-3 flex items-end justify-between gap-4">
        <h1 className="text-title">{find ? `${count(total)} ${plural(total, 'work')} for “${find}”` : 'Find a work'}</h1>
        <FindBox label="Find in this review" find={find} />
      </div>
      {total === 0 && (
        <Empty title={find ? 'No work has all of these words' : 'What are you looking for?'}>
          <p>Words of a title, an author, a journal or an abstract; a DOI, a PMID, or the number of a work. Stopped works are found too.</p>
        </Empty>
      )}
      {works.length > 0 && (
        <DataTable
          caption={`Works for “${find}”`}
          rows={works}
          rowKey={(w) => w.no}
          columns={columnsOf((no) => setParams({ work: String(no) }, { step: true }))}
        />
      )}
      {total > works.length && <p className="pt-2 text-slate">and {count(total - works.length)} more: add a word</p>}
      <WorkSheet reviewId={reviewId} no={opened} onClose={() => setParams({ work: null })} />
    </main>
  );
}

const columnsOf = (onOpen: (no: number) => void): TableColumn<FoundWork>[] => [
  {
    ...{ id: 'work', header: 'Work', value: (w) => w.title },
    cell: (w) => (
      <>
        <button type="button" dir="auto" className="text-left font-serif underline-offset-2 hover:underline" onClick={() => onOpen(w.no)}>
          <span dir="auto">{w.title || `Work ${w.no}`}</span>
        </button>
        <span dir="auto" className="block text-note text-slate">
          {[w.no, w.authors, w.container, w.date].filter(Boolean).join(' · ')}
        </span>
      </>
    ),
  },
  {
    ...{ id: 'sieve', header: 'In the sieve', width: 'w-[300px]', value: (w) => w.sieve },
    cell: (w) => w.sieve || 'no limiter is set',
  },
  {
    ...{ id: 'decided', header: 'Decided', width: 'w-[280px]', value: (w) => w.decided },
    cell: (w) => (
      <>
        <span className="mr-2 inline-block align-middle">
          <StateSquare state={w.state} />
        </span>
        {w.decided || 'not to be decided: the sieve stopped it'}
      </>
    ),
  },
];
