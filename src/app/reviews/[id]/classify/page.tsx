import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { ClassifyScreen } from '@/features/classify/ClassifyScreen';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { unmappedTerms } from '@/server/database-terms';
import { databasesOf } from '@/server/save-database';

export const metadata: Metadata = { title: 'Classify' };

export default async function ClassifyPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const review = await found(openReview(ctx, id));
  const databases = (await databasesOf(ctx, id)).map((d) => ({ id: d.id, tag: d.tag, name: d.name }));
  return (
    <Suspense>
      <ClassifyScreen
        reviewId={id}
        revision={review.revision}
        schemeId={review.scheme}
        databases={databases}
        unmapped={await unmappedTerms(ctx, id)}
      />
    </Suspense>
  );
}
