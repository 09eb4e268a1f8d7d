import type { Metadata } from 'next';
import { Suspense } from 'react';
import { reviewPage } from '@/app/review-page';
import { decideQueue, pace, packedQueue, QUEUE_SHOWS, queueInput } from '@/stages/decide/queries/decide-queue';
import { QUEUE_ORDERS } from '@/stages/decide/queries/queue-orders';
import { DecideScreen } from '@/stages/decide/screens/DecideScreen';
import { reviewState } from '@/stages/decide/store/review-state';
import { reasonsOf } from '@/stages/question/store/reasons';
import { databasesOf } from '@/stages/retrieve/store/databases';
import { latestVersion } from '@/stages/sieve/store/versions';

export const metadata: Metadata = { title: 'Decide' };

export default reviewPage('read', async (ctx, { id }, search) => {
  const state = await reviewState(ctx, id);
  const asked = queueInput(search);
  const input = state.review.twoStages ? asked : { ...asked, stage: 'title-abstract' as const };
  const databases = (await databasesOf(ctx, id)).map(({ tag, name }) => ({ tag, name }));
  return (
    <Suspense>
      <DecideScreen
        // Another stage, order or filter is another queue: nothing of the one before is carried over.
        key={JSON.stringify(input)}
        reviewId={id}
        input={input}
        choices={{ orders: QUEUE_ORDERS, shows: QUEUE_SHOWS, databases }}
        queue={packedQueue(await decideQueue(ctx, state, input))}
        reasons={await reasonsOf(ctx, id, input.stage)}
        version={(await latestVersion(ctx.em, id))?.number ?? 0}
        pace={await pace(ctx, id, input.stage)}
        twoStages={state.review.twoStages}
      />
    </Suspense>
  );
});
