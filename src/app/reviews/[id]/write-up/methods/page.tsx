import type { Metadata } from 'next';
import { found } from '@/app/found';
import { MethodsScreen } from '@/features/write-up/MethodsScreen';
import { currentContext } from '@/server/current-context';
import { writeUpData } from '@/server/write-up/data';
import { axisCounts, tablesOf } from '@/server/write-up/tables';

export const metadata: Metadata = { title: 'Methods and tables' };

export default async function MethodsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const data = await found(writeUpData(await currentContext(), id));
  const tables = tablesOf(data).map((t) => ({ id: t.id, title: t.title, rows: t.rows.length }));
  return <MethodsScreen reviewId={id} methods={data.methods} axes={axisCounts(data)} tables={tables} />;
}
