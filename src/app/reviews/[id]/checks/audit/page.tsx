import type { Metadata } from 'next';
import { found } from '@/app/found';
import { AuditScreen } from '@/features/checks/AuditScreen';
import { auditLines } from '@/server/checks/audit';
import { currentContext } from '@/server/current-context';

export const metadata: Metadata = { title: 'Limiter audit' };

export default async function AuditPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <AuditScreen reviewId={id} view={await found(auditLines(await currentContext(), id))} />;
}
