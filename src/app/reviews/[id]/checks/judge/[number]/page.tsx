import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { sampleToJudge } from '@/stages/checks/queries/samples-view';
import { JudgeScreen } from '@/stages/checks/screens/JudgeScreen';

export const metadata: Metadata = { title: 'Judge a sample' };

export default async function JudgePage({ params }: { params: Promise<{ id: string; number: string }> }) {
  const { id, number } = await params;
  const sample = await found(sampleToJudge(await currentContext(), id, Number(number)));
  return (
    <Suspense>
      <JudgeScreen key={sample.number} reviewId={id} sample={sample} />
    </Suspense>
  );
}
