import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { openQuestions } from '@/stages/merge/queries/pair-view';
import { SettleScreen } from '@/stages/merge/screens/SettleScreen';

export const metadata: Metadata = { title: 'Settle pairs' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <SettleScreen reviewId={id} questions={await found(openQuestions(await currentContext(), id))} />;
}
