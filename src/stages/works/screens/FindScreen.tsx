'use client';
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
    <main className="max-w-[1280px] px-5 py-4">
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
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="text-small text-slate">
              <th className="font-medium">Work</th>
              <th className="w-[300px] pl-4 font-medium">In the sieve</th>
              <th className="w-[280px] pl-4 font-medium">Decided</th>
            </tr>
          </thead>
          <tbody>
            {works.map((w) => (
              <tr key={w.no} className="border-rule border-t align-top">
                <th scope="row" className="py-1.5 font-normal">
                  <button
                    type="button"
                    className="text-left font-serif underline-offset-2 hover:underline"
                    onClick={() => setParams({ work: String(w.no) }, { step: true })}
                  >
                    <span dir="auto">{w.title || `Work ${w.no}`}</span>
                  </button>
                  <span dir="auto" className="block text-note text-slate">
                    {[w.no, w.authors, w.container, w.date].filter(Boolean).join(' · ')}
                  </span>
                </th>
                <td className="py-1.5 pl-4 text-small">{w.sieve || 'no limiter is set'}</td>
                <td className="py-1.5 pl-4 text-small">
                  <span className="mr-2 inline-block align-middle">
                    <StateSquare state={w.state} />
                  </span>
                  {w.decided || 'not to be decided: the sieve stopped it'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {total > works.length && <p className="pt-2 text-slate">and {count(total - works.length)} more: add a word</p>}
      <WorkSheet reviewId={reviewId} no={opened} onClose={() => setParams({ work: null })} />
    </main>
  );
}
