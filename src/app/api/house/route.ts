import { readSound } from '@/platform/http/read-json';
import { isJson, route } from '@/platform/http/review-route';
import { refuse } from '@/platform/verbs/refusals';
import { changeHouse, HouseChange } from '@/stages/people/house';

/** POST what an administrator changes of the installation. */
export const POST = route('administrator', async (ctx, _params, request) => {
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  const parsed = HouseChange.safeParse(await readSound(request));
  if (!parsed.success) return refuse('bad-input', parsed.error.issues[0]?.message ?? 'This cannot be done.');
  return changeHouse(ctx, parsed.data);
});
