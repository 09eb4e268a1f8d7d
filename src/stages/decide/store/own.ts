import type { Context } from '@/platform/context';
import type { Review } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';

/** Whether somebody did something themselves: by their account, or by the name where it was done before people signed in. */
export function isOwn(
  ctx: Pick<Context, 'person'>,
  review: Pick<Review, 'person'>,
  done: { person: string; personId: string | null },
): boolean {
  const { person, personId } = bylineOf(ctx, review);
  return done.personId ? done.personId === personId : done.person === person;
}
