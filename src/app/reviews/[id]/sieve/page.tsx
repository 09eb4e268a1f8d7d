import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { isoToDay } from '@/core/record';
import { SieveScreen } from '@/features/sieve/SieveScreen';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { databasesOf } from '@/server/save-database';
import { differsFrom, latestVersion } from '@/server/save-sieve';
import { schemeOf } from '@/server/scheme-of';

export const metadata: Metadata = { title: 'Sieve' };

export default async function SievePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const review = await found(openReview(ctx, id));
  const version = await latestVersion(ctx.em, id);
  const databases = (await databasesOf(ctx, id)).map((d) => ({ id: d.id, tag: d.tag, name: d.name }));
  return (
    <Suspense>
      <SieveScreen
        reviewId={id}
        revision={review.revision}
        sieve={review.sieve}
        edit={review.sieveEdit}
        asOf={isoToDay(review.asOf)}
        scheme={await schemeOf(ctx.em, review)}
        version={version?.number ?? 0}
        versionEdited={differsFrom(review, version)}
        databases={databases}
      />
    </Suspense>
  );
}
