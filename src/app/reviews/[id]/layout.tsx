import { reviewFrame } from '@/app/review-page';
import { Asking } from '@/client/Asking';
import { rightIn } from '@/platform/context';
import { reviewState } from '@/stages/decide/store/review-state';
import { jobLines } from '@/stages/retrieve/queries/retrieve-view';
import { stampsOfReview } from '@/stages/review/queries/pulse';
import { stripFigures } from '@/stages/review/queries/strip-figures';
import { JobBanner } from '@/stages/review/screens/JobBanner';
import { StageStrip } from '@/stages/review/screens/StageStrip';
import { TopBar } from '@/stages/review/screens/TopBar';

export const dynamic = 'force-dynamic';

export default reviewFrame('read', async (ctx, id, children) => {
  // First: what changes while the rest is read is then noticed.
  const stamps = await stampsOfReview(ctx, id);
  const state = await reviewState(ctx, id);
  const { title, asOf } = state.review;
  const figures = await stripFigures(ctx, id, state);
  return (
    <Asking>
      <a
        href="#content"
        className="sr-only focus:not-sr-only focus:absolute focus:top-1 focus:left-1 focus:z-50 focus:bg-surface focus:px-3 focus:py-1.5"
      >
        Skip to the content
      </a>
      <TopBar reviewId={id} title={title} asOf={asOf} person={ctx.person.name ?? ''} figures={figures} stamps={stamps} />
      <StageStrip reviewId={id} figures={figures} />
      {(await rightIn(ctx, id)) === 'read' && (
        <p className="border-rule border-b bg-picked px-5 py-1 text-small print:hidden">
          You may read this review, and change nothing in it.
        </p>
      )}
      <JobBanner reviewId={id} jobs={await jobLines(ctx, id)} />
      <div id="content" tabIndex={-1} className="outline-none">
        {children}
      </div>
    </Asking>
  );
});
