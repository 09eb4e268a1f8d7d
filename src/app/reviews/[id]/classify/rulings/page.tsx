import type { Metadata } from 'next';
import { found } from '@/app/found';
import { AxisRulingsScreen } from '@/features/classify/AxisRulingsScreen';
import { rulingLines } from '@/server/axis-rulings';
import { currentContext } from '@/server/current-context';

export const metadata: Metadata = { title: 'Rulings' };

export default async function RulingsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <AxisRulingsScreen reviewId={id} rulings={await found(rulingLines(await currentContext(), id))} />;
}
