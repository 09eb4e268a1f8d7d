import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { sampleToJudge } from '@/stages/checks/queries/samples-view';
import { JudgeScreen } from '@/stages/checks/screens/JudgeScreen';

export const metadata: Metadata = { title: 'Judge a sample' };

export default reviewPage<{ number: string }>('read', async (ctx, { id, number }) => {
  const sample = await sampleToJudge(ctx, id, Number(number));
  return (
    <Suspense>
      <JudgeScreen key={sample.number} reviewId={id} sample={sample} />
    </Suspense>
  );
});
