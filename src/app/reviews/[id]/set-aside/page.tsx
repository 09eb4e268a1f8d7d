import type { Metadata } from 'next';
import { found } from '@/app/found';
import { SetAsideScreen } from '@/features/records/SetAsideScreen';
import { currentContext } from '@/server/current-context';
import { setAsideRecords } from '@/server/set-aside';

export const metadata: Metadata = { title: 'Set aside' };

export default async function SetAsidePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <SetAsideScreen reviewId={id} records={await found(setAsideRecords(await currentContext(), id))} />;
}
