import type { Metadata } from 'next';
import { found } from '@/app/found';
import { RecordScreen } from '@/features/records/RecordScreen';
import { currentContext } from '@/server/current-context';
import { recordView } from '@/server/records';

export const metadata: Metadata = { title: 'Record' };

export default async function RecordPage({ params }: { params: Promise<{ id: string; no: string }> }) {
  const { id, no } = await params;
  return <RecordScreen reviewId={id} record={await found(recordView(await currentContext(), id, Number(no)))} />;
}
