import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { recordView } from '@/stages/retrieve/queries/records';
import { RecordScreen } from '@/stages/retrieve/screens/RecordScreen';

export const metadata: Metadata = { title: 'Record' };

export default async function RecordPage({ params }: { params: Promise<{ id: string; no: string }> }) {
  const { id, no } = await params;
  return <RecordScreen reviewId={id} record={await found(recordView(await currentContext(), id, Number(no)))} />;
}
