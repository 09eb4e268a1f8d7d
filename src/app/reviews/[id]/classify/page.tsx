import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { classifyView } from '@/stages/classify/queries/classify-view';
import { ClassifyScreen } from '@/stages/classify/screens/ClassifyScreen';

export const metadata: Metadata = { title: 'Classify' };

export default async function ClassifyPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await found(classifyView(await currentContext(), id));
  return (
    <Suspense>
      <ClassifyScreen reviewId={id} initial={view} />
    </Suspense>
  );
}
