import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { rulingsView } from '@/stages/merge/queries/rulings-view';
import { RulingsScreen } from '@/stages/merge/screens/RulingsScreen';

export const metadata: Metadata = { title: 'Rulings' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <RulingsScreen reviewId={id} rulings={await found(rulingsView(await currentContext(), id))} />;
}
