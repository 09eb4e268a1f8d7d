import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { familiesView } from '@/stages/merge/queries/families-view';
import { FamiliesScreen } from '@/stages/merge/screens/FamiliesScreen';

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
