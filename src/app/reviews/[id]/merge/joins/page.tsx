import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { type JoinOrder, joinsView } from '@/stages/merge/queries/joins-view';
import { JoinsScreen } from '@/stages/merge/screens/JoinsScreen';

export const metadata: Metadata = { title: 'Joins' };

const ORDERS: readonly JoinOrder[] = ['weakest', 'newest', 'sample'];

export default reviewPage('read', async (ctx, { id }, search) => {
  const given = search;
  const text = (name: string) => (typeof given[name] === 'string' ? given[name].slice(0, 200) : '');
  const whole = (name: string, otherwise: number) => (/^\d{1,6}$/.test(text(name)) ? Number(text(name)) : otherwise);
  const asked = {
    find: text('find'),
    order: ORDERS.find((o) => o === text('order')) ?? 'weakest',
    page: whole('page', 1),
    seed: whole('seed', 1),
  };
  return <JoinsScreen reviewId={id} asked={asked} view={await joinsView(ctx, id, asked)} />;
});
