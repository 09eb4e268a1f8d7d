import type { Metadata } from 'next';
import { found } from '@/app/found';
import { MappingScreen } from '@/features/retrieve/MappingScreen';
import { currentContext } from '@/server/current-context';
import { tableView } from '@/server/file-actions';

export const metadata: Metadata = { title: 'Columns of a table' };

export default async function TablePage({ params }: { params: Promise<{ id: string; file: string }> }) {
  const { id, file } = await params;
  return <MappingScreen reviewId={id} table={await found(tableView(await currentContext(), id, file))} />;
}
