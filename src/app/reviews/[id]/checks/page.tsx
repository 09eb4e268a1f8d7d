import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { ChecksScreen } from '@/stages/checks/screens/ChecksScreen';
import { overview } from '@/stages/review/queries/overview';

export const metadata: Metadata = { title: 'Checks' };

export default async function ChecksPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { identities, aside } = await found(overview(await currentContext(), id));
  return <ChecksScreen reviewId={id} identities={identities} aside={aside} />;
}
