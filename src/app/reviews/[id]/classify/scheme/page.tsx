import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { SchemeScreen } from '@/features/classify/SchemeScreen';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { schemesOf } from '@/server/schemes';

export const metadata: Metadata = { title: 'Evidence scheme' };

export default async function SchemePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const review = await found(openReview(ctx, id));
  return (
    <Suspense>
      <SchemeScreen reviewId={id} schemes={await schemesOf(ctx, id)} current={review.scheme} kind={review.kind} />
    </Suspense>
  );
}
