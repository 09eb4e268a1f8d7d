import { readSound } from '@/platform/http/read-json';
import { isJson, route } from '@/platform/http/review-route';
import { refuse } from '@/platform/verbs/refusals';
import { closeOwn } from '@/stages/people/house';

/** POST that one's own account be closed. */
export const POST = route('signed-in', async (ctx, _params, request) => {
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  const given = await readSound(request);
  if (!given || typeof given !== 'object' || !('close' in given) || given.close !== true)
    return refuse('bad-input', 'This cannot be done.');
  return closeOwn(ctx);
});
