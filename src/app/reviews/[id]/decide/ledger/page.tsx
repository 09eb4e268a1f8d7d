import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { openReview } from '@/platform/context';
import { LEDGER_KINDS, ledger, ledgerInput } from '@/stages/decide/queries/ledger';
import { reasonsView } from '@/stages/decide/queries/reasons-view';
import { LedgerScreen } from '@/stages/decide/screens/LedgerScreen';

export const metadata: Metadata = { title: 'Ledger' };

export default reviewPage('read', async (ctx, { id }, search) => {
  await openReview(ctx, id);
  const input = ledgerInput(search);
  const { reasons } = await reasonsView(ctx, id);
  return <LedgerScreen reviewId={id} input={input} kinds={LEDGER_KINDS} reasons={reasons} {...(await ledger(ctx, id, input))} />;
});
