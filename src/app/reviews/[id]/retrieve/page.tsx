import type { Metadata } from 'next';
import { found } from '@/app/found';
import { RetrieveScreen } from '@/features/retrieve/RetrieveScreen';
import { currentContext } from '@/server/current-context';
import { retrieveView } from '@/server/retrieve-view';

export const metadata: Metadata = { title: 'Retrieve' };

export default async function RetrievePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <RetrieveScreen reviewId={id} view={await found(retrieveView(await currentContext(), id))} />;
}
