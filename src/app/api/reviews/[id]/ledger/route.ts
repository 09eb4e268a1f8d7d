import { answer } from '@/server/answer';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { savedAs, slugOf } from '@/server/download';
import { ledgerCsv, ledgerInput } from '@/server/ledger';

/** GET what the address selects of the ledger, as CSV. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const { id } = await params;
    const ctx = await currentContext();
    const { title } = await openReview(ctx, id);
    const csv = await ledgerCsv(ctx, id, ledgerInput(Object.fromEntries(new URL(request.url).searchParams)));
    return new Response(csv, { headers: savedAs(`${slugOf(title)}-ledger.csv`, 'text/csv') });
  });
}
