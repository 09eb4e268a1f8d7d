import { openReview } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { savedAs, slugOf } from '@/platform/http/download';
import { ledgerCsv, ledgerInput } from '@/stages/decide/queries/ledger';

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
