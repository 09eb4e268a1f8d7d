import type { Metadata } from 'next';
import { after } from 'next/server';
import { reviewPage } from '@/app/review-page';
import { knownView } from '@/stages/checks/queries/known-view';
import { KnownScreen } from '@/stages/checks/screens/KnownScreen';
import { readBlocksAhead } from '@/stages/merge/store/merge-blocks';

export const metadata: Metadata = { title: 'Known relevant' };

export default reviewPage('read', async (ctx, { id }) => {
  const view = await knownView(ctx, id);
  // Who opens this page may bring a list next.
  after(() => readBlocksAhead(ctx.em.fork(), id));
  return <KnownScreen reviewId={id} view={view} />;
});
