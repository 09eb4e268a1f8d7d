import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { databaseNames, databasesOf, retrievalsOf } from '@/stages/retrieve';
import { Behind, journalsBehind } from '@/stages/sieve/queries/behind';
import { JournalsScreen } from '@/stages/sieve/screens/JournalsScreen';

export const metadata: Metadata = { title: 'Journals behind held works' };

export default reviewPage('read', async (ctx, { id }, search) => {
  const input = Behind.safeParse({ limiter: search.limiter, retrieval: search.retrieval ?? null });
  const found = input.success ? await journalsBehind(ctx, id, input.data) : null;
  if (!input.success || !found?.ok) return notFound();
  const { sieve } = await openReview(ctx, id);
  const row = input.data.retrieval && (await retrievalsOf(ctx, id)).find((r) => r.id === input.data.retrieval);
  return (
    <JournalsScreen
      reviewId={id}
      limiter={sieve.find((l) => l.id === input.data.limiter)?.name ?? ''}
      retrieval={row ? databaseNames(row, await databasesOf(ctx, id)) : null}
      works={found.works}
      journals={found.journals}
    />
  );
});
