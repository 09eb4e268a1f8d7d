import { atReview } from '@/platform/http/current-context';
import { followsOf } from '@/platform/http/dispatch';
import { readJson } from '@/platform/http/read-json';
import { isJson, reviewRoute } from '@/platform/http/review-route';
import { refuse } from '@/platform/verbs/refusals';
import { verbs } from '../../../../dispatch';

/**
 * POST a command's input as JSON: a page from elsewhere can't send that here unasked. `?then=` names questions to be
 * answered with it, when it is done.
 */
export const POST = reviewRoute<{ verb: string }>('read', async (ctx, { id, verb }, request) => {
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  const input: unknown = await readJson(request);
  // Each part with nothing read yet; who asks was found out once.
  return verbs.command(() => atReview(ctx, id), id, verb, input, followsOf(new URL(request.url).searchParams.get('then')));
});
