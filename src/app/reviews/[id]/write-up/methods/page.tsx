import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { writeUpData } from '@/stages/write-up/queries/data';
import { axisCounts, tablesOf } from '@/stages/write-up/queries/tables';
import { MethodsScreen } from '@/stages/write-up/screens/MethodsScreen';

export const metadata: Metadata = { title: 'Methods and tables' };

export default reviewPage('read', async (ctx, { id }) => {
  const data = await writeUpData(ctx, id);
  const tables = tablesOf(data).map((t) => ({ id: t.id, title: t.title, rows: t.rows.length }));
  return <MethodsScreen reviewId={id} methods={data.methods} axes={axisCounts(data)} tables={tables} />;
});
