import { reading } from '@/platform/cache/parts';
import { readSound } from '@/platform/http/read-json';
import { isJson, reviewRoute } from '@/platform/http/review-route';
import { refuse } from '@/platform/verbs/refusals';
import { Here, pulse } from '@/stages/review/queries/pulse';

/** POST where one is in the review; answered with how it stands, and who else has the same work open. Nothing of it changes. */
export const POST = reviewRoute('read', async (ctx, { id }, request) => {
  if (!isJson(request)) return refuse('not-ours', 'This request did not come from the application.');
  const parsed = Here.safeParse(await readSound(request));
  if (!parsed.success) return refuse('bad-input', 'This is no place in a review.');
  return pulse(reading(ctx), id, parsed.data);
});
