import { openReview } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { savedAs, slugOf } from '@/platform/http/download';
import { setAsideCsv } from '@/stages/retrieve/queries/set-aside';

/** GET the records that were set aside, each with its place, the reason and its raw text, as CSV. */
export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const [ctx, { id }] = [await currentContext(), await params];
    const { title } = await openReview(ctx, id);
    return new Response(await setAsideCsv(ctx, id), { headers: savedAs(`${slugOf(title)}-set-aside.csv`, 'text/csv') });
  });
}
