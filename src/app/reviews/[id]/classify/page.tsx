import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { ClassifyScreen } from '@/features/classify/ClassifyScreen';
import { classifyView } from '@/server/classify-view';
import { currentContext } from '@/server/current-context';

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
