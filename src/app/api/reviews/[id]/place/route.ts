import { readJson } from '@/platform/http/read-json';
import { isJson, reviewRoute } from '@/platform/http/review-route';
import { refuse } from '@/platform/verbs/refusals';
import { keepPlace, Place } from '@/stages/people/place';

/** POST where one is in the review, to go on there next time. Nothing of the review changes by it. */
export const POST = reviewRoute('read', async (ctx, { id }, request) => {
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  const parsed = Place.safeParse(await readJson(request));
  if (!parsed.success) return refuse('bad-input', 'This is no place in a review.');
  await keepPlace(ctx, id, parsed.data.path);
  return { ok: true };
});
