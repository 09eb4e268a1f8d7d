import Link from 'next/link';
import { page } from '@/app/review-page';
import { Asking } from '@/client/Asking';
import { ROLE_WORDS } from '@/stages/people/screens/role-words';
import { START_NAMES, STARTS } from '@/stages/question/starts';
import { listReviews, type ReviewLine } from '@/stages/review/queries/list-reviews';
import { ImportBundle } from '@/stages/review/screens/ImportBundle';
import { NewReviewForm } from '@/stages/review/screens/NewReviewForm';
import { OpenWork } from '@/stages/review/screens/OpenWork';
import { TopBar } from '@/stages/review/screens/TopBar';
import { count, dayWords, many } from '@/ui/words';

import { createReviewAction } from './create-review';

export const dynamic = 'force-dynamic';

const starts = START_NAMES.map((name) => ({ name, label: STARTS[name].label, meaning: STARTS[name].meaning }));

/** What is left to do is asked of so many of the newest: each wants all its works to be looked at. */
const ASKED = 8;

const card = (r: ReviewLine, i: number) => (
  <li key={r.id} className="rounded-[6px] border border-rule bg-surface p-4 hover:border-edge">
    <Link prefetch={false} href={`/reviews/${r.id}/${r.works ? 'sieve' : 'question'}`} className="block">
      <span dir="auto" className="font-serif font-semibold text-lead">
        {r.title}
      </span>
      <span dir="auto" className="mt-1 block font-serif text-slate">
        {r.question}
      </span>
      <span className="mt-2 block text-small text-slate">
        {many(r.records, 'record')} · {many(r.works, 'work')} · {count(r.decisions)} decided · as of {dayWords(r.asOf)}
        {r.role && ` · you are ${ROLE_WORDS[r.role].a}`}
      </span>
    </Link>
    {!r.archived && <OpenWork reviewId={r.id} place={r.place} asks={i < ASKED} />}
  </li>
);

export default page('signed-in', async (ctx, _params, _search) => {
  const { reviews, silent } = await listReviews(ctx);
  return (
    <>
      <TopBar person={ctx.person.name ?? ''} administrator={ctx.person.administrator} />
      <Asking>
        <main className="mx-auto grid max-w-[1120px] lg:grid-cols-[1fr_420px] gap-10 px-5 py-8">
          <section aria-labelledby="reviews">
            <h1 id="reviews" className="mb-3 text-display">
              Reviews
            </h1>
            {silent.map((server) => (
              <p key={server} role="status" className="mb-3 text-slate">
                The database “{server}” does not answer just now: reviews that lie there are not shown. Nothing in them is lost.
              </p>
            ))}
            {reviews.length === 0 && <p className="text-slate">None yet. Create one beside, then add the databases you searched.</p>}
            <ul className="flex flex-col gap-3">{reviews.filter((r) => !r.archived).map(card)}</ul>
            {reviews.some((r) => r.archived) && (
              <details className="mt-6">
                <summary className="cursor-pointer text-slate">Archived: {count(reviews.filter((r) => r.archived).length)}</summary>
                <ul className="mt-2 flex flex-col gap-3">{reviews.filter((r) => r.archived).map(card)}</ul>
              </details>
            )}
          </section>
          <section aria-labelledby="new" className="self-start rounded-[6px] border border-rule bg-surface p-5">
            <h2 id="new" className="mb-3 text-head">
              New review
            </h2>
            <NewReviewForm create={createReviewAction} starts={starts} today={new Date().toISOString().slice(0, 10)} />
            <ImportBundle />
          </section>
        </main>
      </Asking>
    </>
  );
});
