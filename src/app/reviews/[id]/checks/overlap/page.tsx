import type { Metadata } from 'next';
import { found } from '@/app/found';
import { OverlapScreen } from '@/features/checks/OverlapScreen';
import { overlapView } from '@/server/checks/overlap';
import { currentContext } from '@/server/current-context';

export const metadata: Metadata = { title: 'Overlap' };

export default async function OverlapPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <OverlapScreen reviewId={id} view={await found(overlapView(await currentContext(), id))} />;
}
