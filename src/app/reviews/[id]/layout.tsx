import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { reviewState } from '@/stages/decide/store/review-state';
import { jobLines } from '@/stages/retrieve/queries/retrieve-view';
import { stripFigures } from '@/stages/review/queries/strip-figures';
import { JobBanner } from '@/stages/review/screens/JobBanner';
import { StageStrip } from '@/stages/review/screens/StageStrip';
import { TopBar } from '@/stages/review/screens/TopBar';

export const dynamic = 'force-dynamic';

export default async function ReviewLayout({ params, children }: { params: Promise<{ id: string }>; children: React.ReactNode }) {
  const { id } = await params;
  const ctx = await currentContext();
  const state = await found(reviewState(ctx, id));
  const { title, asOf, person } = state.review;
  return (
    <>
      <TopBar title={title} asOf={asOf} person={person} />
      <StageStrip reviewId={id} figures={await stripFigures(ctx, id, state)} />
      <JobBanner reviewId={id} jobs={await jobLines(ctx, id)} />
      {children}
    </>
  );
}
