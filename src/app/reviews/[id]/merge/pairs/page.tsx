import type { Metadata } from 'next';
import { found } from '@/app/found';
import { SettleScreen } from '@/features/merge/SettleScreen';
import { currentContext } from '@/server/current-context';
import { openQuestions } from '@/server/pair-view';

export const metadata: Metadata = { title: 'Settle pairs' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <SettleScreen reviewId={id} questions={await found(openQuestions(await currentContext(), id))} />;
}
