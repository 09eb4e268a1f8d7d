import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { writeUpFrame } from '@/stages/write-up/queries/data';
import { FlowScreen } from '@/stages/write-up/screens/FlowScreen';

export const metadata: Metadata = { title: 'Flow diagram' };

export default async function FlowPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { flow, flowError, settings } = await found(writeUpFrame(await currentContext(), id));
  return <FlowScreen reviewId={id} flow={flow} error={flowError} words={settings.flowWords} />;
}
