import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { databaseView } from '@/stages/retrieve/queries/database-view';
import { ProfileScreen } from '@/stages/retrieve/screens/ProfileScreen';

export const metadata: Metadata = { title: 'Limiter profile' };

export default async function DatabasePage({ params }: { params: Promise<{ id: string; tag: string }> }) {
  const { id, tag } = await params;
  const database = await found(databaseView(await currentContext(), id, tag));
  return <ProfileScreen key={database.id} reviewId={id} database={database} />;
}
