import { found } from '@/app/found';
import { JobBanner } from '@/features/shell/JobBanner';
import { StageStrip } from '@/features/shell/StageStrip';
import { TopBar } from '@/features/shell/TopBar';
import { currentContext } from '@/server/current-context';
import { jobLines } from '@/server/retrieve-view';
import { reviewState } from '@/server/review-state';
import { stripFigures } from '@/server/strip-figures';

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
