import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { reviewPage } from '@/app/review-page';
import { slipOf } from '@/stages/write-up/queries/slip';
import { SlipSheet } from '@/stages/write-up/screens/SlipSheet';

export const metadata: Metadata = { title: 'Slip' };

export default reviewPage<{ no: string }>('read', async (ctx, { id, no }) => {
  if (!/^[1-9]\d{0,8}$/.test(no)) notFound();
  return <SlipSheet slip={await slipOf(ctx, id, Number(no))} />;
});
