import { FamilyTimeline } from '@/stages/works/screens';
import { BackLink } from '@/ui/back-link';
import { Empty } from '@/ui/empty';
import { FindBox } from '@/ui/find-box';
import { count } from '@/ui/words';

import type { Family } from '../queries/families-view';

/** Every family of the review as a small timeline, those with a retraction first. */
export function FamiliesScreen({
  reviewId,
  find,
  total,
  families,
  more,
}: {
  reviewId: string;
  find: string;
  total: number;
  families: readonly Family[];
  more: number;
}) {
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to="merge">
        Merge
      </BackLink>
      <div className="mb-1 flex items-center gap-4">
        <h1 className="text-head">Families: {count(total)}</h1>
        <div className="ml-auto">
          <FindBox label="Find in titles and authors" find={find} />
        </div>
      </div>
      <p className="mb-3 max-w-[90ch] text-slate">
        Works of one study, or of one publication as it changed. They stay works of their own; a retraction, a concern or a correction marks
        what it is about, in every database.
      </p>
      {families.length === 0 && (
        <Empty title={find ? 'No family has these words' : 'No families yet'}>
          <p>Links are found from fields, identifiers, registration numbers and titles, and can be set by hand where pairs are settled.</p>
        </Empty>
      )}
      <ul className="flex flex-col gap-4">
        {families.map((f) => (
          <li key={f.members.map((m) => m.no).join()} className="rounded-[4px] border border-rule bg-surface px-3 py-2">
            <FamilyTimeline reviewId={reviewId} family={f} />
          </li>
        ))}
      </ul>
      {more > 0 && <p className="mt-3 text-slate">{count(more)} more are not shown. Find by words of a title.</p>}
    </main>
  );
}
