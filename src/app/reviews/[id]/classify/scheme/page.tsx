import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { openReview } from '@/platform/context';
import { currentContext } from '@/platform/http/current-context';
import { SchemeScreen } from '@/stages/classify/screens/SchemeScreen';
import { schemesOf } from '@/stages/classify/store/schemes';

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
