import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { retrieveView } from '@/stages/retrieve/queries/retrieve-view';
import { RetrieveScreen } from '@/stages/retrieve/screens/RetrieveScreen';

export const metadata: Metadata = { title: 'Retrieve' };

export default async function RetrievePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <RetrieveScreen reviewId={id} view={await found(retrieveView(await currentContext(), id))} />;
}
