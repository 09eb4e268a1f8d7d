import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { rulingLines } from '@/stages/classify/queries/axis-rulings-view';
import { AxisRulingsScreen } from '@/stages/classify/screens/AxisRulingsScreen';

export const metadata: Metadata = { title: 'Rulings' };

export default async function RulingsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <AxisRulingsScreen reviewId={id} rulings={await found(rulingLines(await currentContext(), id))} />;
}
