import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { tableView } from '@/stages/retrieve/queries/table-view';
import { MappingScreen } from '@/stages/retrieve/screens/MappingScreen';

export const metadata: Metadata = { title: 'Columns of a table' };

export default async function TablePage({ params }: { params: Promise<{ id: string; file: string }> }) {
  const { id, file } = await params;
  return <MappingScreen reviewId={id} table={await found(tableView(await currentContext(), id, file))} />;
}
