import type { Metadata } from 'next';
import { found } from '@/app/found';
import { FlowScreen } from '@/features/write-up/FlowScreen';
import { currentContext } from '@/server/current-context';
import { writeUpFrame } from '@/server/write-up/data';

export const metadata: Metadata = { title: 'Flow diagram' };

export default async function FlowPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { flow, flowError, settings } = await found(writeUpFrame(await currentContext(), id));
  return <FlowScreen reviewId={id} flow={flow} error={flowError} words={settings.flowWords} />;
}
