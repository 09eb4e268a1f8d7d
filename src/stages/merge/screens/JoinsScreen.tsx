import Link from 'next/link';
import { BackLink } from '@/ui/back-link';
import { FindBox } from '@/ui/find-box';
import { Pill } from '@/ui/marks';
import { count } from '@/ui/words';
import type { JoinsView } from '../queries/joins-view';
import { JoinedRecords } from './JoinedRecords';

interface JoinsScreenProps {
  reviewId: string;
  view: JoinsView;
  asked: { find: string; order: string; seed: number };
}

const ORDERS = [
  ['weakest', 'weakest first'],
  ['newest', 'newest works first'],
  ['sample', 'a sample of 20'],
] as const;

/** All works of several records, to be searched and spot-checked; what was joined wrongly is taken apart here. */
export function JoinsScreen({ reviewId, view, asked }: JoinsScreenProps) {
  const href = (changes: Record<string, string>) =>
    `?${new URLSearchParams({ find: asked.find, order: asked.order, seed: String(asked.seed), ...changes })}`;
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to="merge">
        Merge
      </BackLink>
      <div className="mb-1 flex items-center gap-4">
        <h1 className="text-head">Works of several records: {count(view.total)}</h1>
        <div className="ml-auto">
          <FindBox label="Find in titles and authors" find={asked.find} kept={[['order', asked.order]]} />
        </div>
      </div>
      <p className="mb-3 flex items-center gap-4 text-small text-slate">
        <span>In this order:</span>
        {ORDERS.map(([order, words]) => (
          <Link
            key={order}
            prefetch={false}
            href={href({ order, page: '1' })}
            aria-current={asked.order === order ? 'true' : undefined}
            className="text-navy underline-offset-2 hover:underline aria-[current]:font-semibold aria-[current]:text-ink"
          >
            {words}
          </Link>
        ))}
        {asked.order === 'sample' && (
          <Link prefetch={false} className="text-navy underline underline-offset-2" href={href({ seed: String(asked.seed + 1) })}>
            another sample (this is number {asked.seed})
          </Link>
        )}
      </p>
      {view.joins.length === 0 && <p className="text-slate">No work of several records is in this list.</p>}
      <ul className="flex flex-col">
        {view.joins.map((join) => (
          <li key={join.workNo} className="border-rule border-t py-2">
            <div className="flex items-baseline gap-2 text-small text-slate">
              <span>
                Work {join.workNo} · weakest tie <b className="text-ink">{join.weakest.score}</b>: {join.weakest.words}
              </span>
              {join.ruled && <Pill>ruled</Pill>}
            </div>
            <JoinedRecords reviewId={reviewId} join={join} />
          </li>
        ))}
      </ul>
      {view.pages > 1 && (
        <nav aria-label="Pages" className="mt-3 flex items-center gap-4">
          {view.page > 1 && (
            <Link className="text-navy underline-offset-2 hover:underline" prefetch={false} href={href({ page: String(view.page - 1) })}>
              Previous
            </Link>
          )}
          <span className="text-slate">
            Page {view.page} of {view.pages}
          </span>
          {view.page < view.pages && (
            <Link className="text-navy underline-offset-2 hover:underline" prefetch={false} href={href({ page: String(view.page + 1) })}>
              Next
            </Link>
          )}
        </nav>
      )}
    </main>
  );
}
