import { openReview } from '@/platform/context';
import { savedAs, slugOf, streamed } from '@/platform/http/download';
import { reviewRoute } from '@/platform/http/review-route';
import { ledgerCsv, ledgerInput } from '@/stages/decide/queries/ledger';

/** GET what the address selects of the ledger, as CSV. */
export const GET = reviewRoute('read', async (ctx, { id }, request) => {
  const { title } = await openReview(ctx, id);
  const pieces = ledgerCsv(ctx, id, ledgerInput(Object.fromEntries(new URL(request.url).searchParams)));
  return streamed(pieces, savedAs(`${slugOf(title)}-ledger.csv`, 'text/csv'));
});
