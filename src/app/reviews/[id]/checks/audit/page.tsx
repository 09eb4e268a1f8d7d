import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { auditLines } from '@/stages/checks/queries/audit';
import { AuditScreen } from '@/stages/checks/screens/AuditScreen';

export const metadata: Metadata = { title: 'Limiter audit' };

export default reviewPage('read', async (ctx, { id }) => {
  // What the databases did is asked for by the screen: it rests on every record, and the rest does not wait for it.
  return <AuditScreen reviewId={id} given={await auditLines(ctx, id, { parity: null })} />;
});
