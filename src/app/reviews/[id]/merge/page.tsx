import type { Metadata } from 'next';
import { Suspense } from 'react';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { mergeView } from '@/stages/merge/queries/merge-view';
import { MergeScreen } from '@/stages/merge/screens/MergeScreen';

export const metadata: Metadata = { title: 'Merge' };

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ between?: string | string[] }>;
}

export default async function MergePage({ params, searchParams }: Props) {
  const { id } = await params;
  const between = String((await searchParams).between ?? '').split('-');
  return (
    <Suspense>
      <MergeScreen reviewId={id} view={await found(mergeView(await currentContext(), id, between))} />
    </Suspense>
  );
}
