import type { Context } from '../context';
import type { Review } from '../db/schema';

/**
 * Who did something, as it is written down beside it: the account and the name as it is now. What programs of ours do is
 * done under the name that the review has.
 */
export const bylineOf = (
  { person }: Pick<Context, 'person'>,
  review: Pick<Review, 'person'>,
): { person: string; personId: string | null } => ({
  ...{ person: person.name ?? review.person, personId: person.id },
});
