import { reviewFrame } from '@/app/review-page';
import { Asking } from '@/client/Asking';
import { reviewState } from '@/stages/decide/store/review-state';
import { jobLines } from '@/stages/retrieve/queries/retrieve-view';
import { stripFigures } from '@/stages/review/queries/strip-figures';
import { JobBanner } from '@/stages/review/screens/JobBanner';
import { StageStrip } from '@/stages/review/screens/StageStrip';
import { TopBar } from '@/stages/review/screens/TopBar';

export const dynamic = 'force-dynamic';

export default reviewFrame('read', async (ctx, id, children) => {
  const state = await reviewState(ctx, id);
  const { title, asOf, person } = state.review;
  return (
    <Asking>
      <TopBar title={title} asOf={asOf} person={person} />
      <StageStrip reviewId={id} figures={await stripFigures(ctx, id, state)} />
      <JobBanner reviewId={id} jobs={await jobLines(ctx, id)} />
      {children}
    </Asking>
  );
});
