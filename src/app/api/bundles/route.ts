import { bodyOf, nameOf } from '@/platform/http/file-body';
import { route } from '@/platform/http/review-route';
import { addMember } from '@/stages/people';
import { readBundle } from '@/stages/review/bundle/in-child';

/** PUT a bundle: the review in it becomes one of ours, all of it or nothing, and whoever brought it its owner. */
export const PUT = route('signed-in', async (ctx, _params, request) => {
  const taken = await readBundle(nameOf(request, 'bundle'), bodyOf(request));
  if (taken.ok) await addMember(ctx.em, taken.id, ctx.person.id, 'owner', ctx.now());
  return taken;
});
