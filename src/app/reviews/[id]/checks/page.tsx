import type { Metadata } from 'next';
import { found } from '@/app/found';
import { ChecksScreen } from '@/features/checks/ChecksScreen';
import { currentContext } from '@/server/current-context';
import { overview } from '@/server/overview';

export const metadata: Metadata = { title: 'Checks' };

export default async function ChecksPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { identities, aside } = await found(overview(await currentContext(), id));
  return <ChecksScreen reviewId={id} identities={identities} aside={aside} />;
}
