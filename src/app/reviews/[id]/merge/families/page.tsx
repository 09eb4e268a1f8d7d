import type { Metadata } from 'next';
import { found } from '@/app/found';
import { FamiliesScreen } from '@/features/merge/FamiliesScreen';
import { currentContext } from '@/server/current-context';
import { familiesView } from '@/server/families-view';

export const metadata: Metadata = { title: 'Families' };

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ find?: string | string[] }>;
}

export default async function FamiliesPage({ params, searchParams }: Props) {
  const { id } = await params;
  const find = String((await searchParams).find ?? '').slice(0, 200);
  return <FamiliesScreen reviewId={id} find={find} {...(await found(familiesView(await currentContext(), id, find)))} />;
}
