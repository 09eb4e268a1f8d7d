import type { Metadata } from 'next';
import { found } from '@/app/found';
import { ProfileScreen } from '@/features/retrieve/ProfileScreen';
import { currentContext } from '@/server/current-context';
import { databaseView } from '@/server/database-terms';

export const metadata: Metadata = { title: 'Limiter profile' };

export default async function DatabasePage({ params }: { params: Promise<{ id: string; tag: string }> }) {
  const { id, tag } = await params;
  const database = await found(databaseView(await currentContext(), id, tag));
  return <ProfileScreen key={database.id} reviewId={id} database={database} />;
}
