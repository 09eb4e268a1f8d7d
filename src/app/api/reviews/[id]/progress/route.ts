import { openReview } from '@/platform/context';
import { answer } from '@/platform/http/answer';
import { currentContext } from '@/platform/http/current-context';
import { jobLines } from '@/stages/retrieve/queries/retrieve-view';

export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const [ctx, { id }] = [await currentContext(), await params];
    await openReview(ctx, id);
    return Response.json(await jobLines(ctx, id));
  });
}
