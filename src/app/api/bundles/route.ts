import { serverForNew, writePlace } from '@/platform/db/directory';
import { freshEm } from '@/platform/db/orm';
import { bodyOf, nameOf } from '@/platform/http/file-body';
import { route } from '@/platform/http/review-route';
import { addMember } from '@/stages/people';
import { readBundle } from '@/stages/review/bundle/in-child';

/** PUT a bundle: the review in it becomes one of ours, all of it or nothing, and whoever brought it its owner. */
export const PUT = route('signed-in', async (ctx, _params, request) => {
  const server = await serverForNew();
  const taken = await readBundle(nameOf(request, 'bundle'), bodyOf(request), server);
  if (!taken.ok) return taken;
  await addMember(await freshEm(server), taken.id, ctx.person.id, 'owner', ctx.now());
  await writePlace(taken.id, server);
  return taken;
});
