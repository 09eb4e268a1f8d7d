import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { setAsideRecords } from '@/stages/retrieve/queries/set-aside';
import { SetAsideScreen } from '@/stages/retrieve/screens/SetAsideScreen';

export const metadata: Metadata = { title: 'Set aside' };

export default async function SetAsidePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <SetAsideScreen reviewId={id} records={await found(setAsideRecords(await currentContext(), id))} />;
}
