import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { writeUpData } from '@/stages/write-up/queries/data';
import { axisCounts, tablesOf } from '@/stages/write-up/queries/tables';
import { MethodsScreen } from '@/stages/write-up/screens/MethodsScreen';

export const metadata: Metadata = { title: 'Methods and tables' };

export default async function MethodsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const data = await found(writeUpData(await currentContext(), id));
  const tables = tablesOf(data).map((t) => ({ id: t.id, title: t.title, rows: t.rows.length }));
  return <MethodsScreen reviewId={id} methods={data.methods} axes={axisCounts(data)} tables={tables} />;
}
