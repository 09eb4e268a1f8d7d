import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { tableView } from '@/stages/retrieve/queries/table-view';
import { MappingScreen } from '@/stages/retrieve/screens/MappingScreen';

export const metadata: Metadata = { title: 'Columns of a table' };

export default reviewPage<{ file: string }>('read', async (ctx, { file, id }) => {
  return <MappingScreen reviewId={id} table={await tableView(ctx, id, file)} />;
});
