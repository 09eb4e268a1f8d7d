import type { Metadata } from 'next';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { auditLines } from '@/stages/checks/queries/audit';
import { AuditScreen } from '@/stages/checks/screens/AuditScreen';

export const metadata: Metadata = { title: 'Limiter audit' };

export default async function AuditPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  // What the databases did is asked for by the screen: it rests on every record, and the rest does not wait for it.
  return <AuditScreen reviewId={id} given={await found(auditLines(await currentContext(), id, { parity: null }))} />;
}
