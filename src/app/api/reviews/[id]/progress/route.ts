import { answer } from '@/server/answer';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { jobLines } from '@/server/retrieve-view';

export function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => {
    const [ctx, { id }] = [await currentContext(), await params];
    await openReview(ctx, id);
    return Response.json(await jobLines(ctx, id));
  });
}
