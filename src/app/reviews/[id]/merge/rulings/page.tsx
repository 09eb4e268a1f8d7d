import type { Metadata } from 'next';
import { found } from '@/app/found';
import { RulingsScreen } from '@/features/merge/RulingsScreen';
import { currentContext } from '@/server/current-context';
import { rulingsView } from '@/server/rulings-view';

export const metadata: Metadata = { title: 'Rulings' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <RulingsScreen reviewId={id} rulings={await found(rulingsView(await currentContext(), id))} />;
}
