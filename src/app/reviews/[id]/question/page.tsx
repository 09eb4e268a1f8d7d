import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { schemeOf } from '@/stages/classify/store/scheme-of';
import { schemesOf } from '@/stages/classify/store/schemes';
import { settingsOf } from '@/stages/question/commands/save-settings';
import { CriteriaEditor } from '@/stages/question/screens/CriteriaEditor';
import { QuestionForm } from '@/stages/question/screens/QuestionForm';
import { criteriaOf } from '@/stages/question/store/criteria';
import { overview } from '@/stages/review/queries/overview';

export const metadata: Metadata = { title: 'Question' };

export default reviewPage('read', async (ctx, { id }) => {
  const review = await openReview(ctx, id);
  const criteria = await criteriaOf(ctx, id);
  const { quotas } = await overview(ctx, id);
  return (
    <main className="grid max-w-[1280px] gap-10 lg:grid-cols-2 px-5 py-4">
      <QuestionForm reviewId={id} schemes={(await schemesOf(ctx, id)).map((s) => s.scheme)} settings={settingsOf(review)} />
      <CriteriaEditor reviewId={id} scheme={await schemeOf(ctx.em, review)} quotas={quotas} criteria={criteria} />
    </main>
  );
});
