import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { overlapView } from '@/stages/checks/queries/overlap';
import { OverlapScreen } from '@/stages/checks/screens/OverlapScreen';

export const metadata: Metadata = { title: 'Overlap' };

export default async function OverlapPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <OverlapScreen reviewId={id} view={await found(overlapView(await currentContext(), id))} />;
}
