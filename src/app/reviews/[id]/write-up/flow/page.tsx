import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { flowFrame } from '@/stages/write-up/queries/data';
import { FlowScreen } from '@/stages/write-up/screens/FlowScreen';

export const metadata: Metadata = { title: 'Flow diagram' };

export default reviewPage('read', async (ctx, { id }) => {
  const { flow, flowError, settings } = await flowFrame(ctx, id);
  return <FlowScreen reviewId={id} flow={flow} error={flowError} words={settings.flowWords} />;
});
