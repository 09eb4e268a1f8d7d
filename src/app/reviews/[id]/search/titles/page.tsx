import type { EntityManager } from '@mikro-orm/postgresql';
import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { deskView, looksOf } from '@/stages/search/queries/desk-view';
import { TitlesScreen } from '@/stages/search/screens/TitlesScreen';

export const metadata: Metadata = { title: 'First titles' };

export default reviewPage('read', async (ctx, { id }) => {
  const { databases } = await deskView(ctx, id);
  return <TitlesScreen reviewId={id} databases={databases} looks={await looksOf(ctx.em as EntityManager, id)} />;
});
