import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { reviewPage } from '@/app/review-page';
import { SettleScreen } from '@/stages/merge/screens/SettleScreen';

export const metadata: Metadata = { title: 'Compare two records' };

/** Any two records side by side: why they are one work or two, and a way to rule otherwise. */
export default reviewPage('read', async (_ctx, { id }, search) => {
  const { a, b } = search;
  const [one, two] = [a, b].map((text) => (typeof text === 'string' && /^[1-9]\d{0,8}$/.test(text) ? Number(text) : 0));
  if (!one || !two || one === two) notFound();
  return <SettleScreen reviewId={id} questions={[{ a: one, b: two, titles: ['', ''], score: 0, held: false }]} />;
});
