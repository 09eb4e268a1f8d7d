import type { EntityManager } from '@mikro-orm/postgresql';
import type { Role } from '../db/schema';
import { type Person, type Right, STRANGER } from '../verbs/rights';
import { auth } from './auth';

const RIGHT_OF: Readonly<Record<Role, Right>> = { owner: 'manage', editor: 'edit', reviewer: 'decide', reader: 'read' };

/** What of a request says who asks. */
const COOKIE = 'cookie';

/** Who asks, by the cookie of their session. */
export async function personOf(headers: Headers, reviewAt: ReviewAt): Promise<Person> {
  // Without a cookie nobody is signed in: the database need not be asked.
  if (!headers.get(COOKIE)?.includes('narrow-sieve')) return STRANGER;
  const said = await (await auth()).api.getSession({ headers: new Headers({ cookie: headers.get(COOKIE)! }) });
  if (!said || said.user.closedAt) return STRANGER;
  return signedIn(reviewAt, { id: said.user.id, name: said.user.name, administrator: said.user.administrator === true });
}

/** The database in which a review lies. */
type ReviewAt = (reviewId: string, anew?: boolean) => Promise<EntityManager>;

/** A person with an account. What they may do in a review is looked up once a request. */
export function signedIn(reviewAt: ReviewAt, who: { id: string; name: string; administrator: boolean }): Person {
  const known = new Map<string, Promise<Right | null>>();
  return {
    ...who,
    admitted: true,
    rightIn(reviewId) {
      const right = known.get(reviewId) ?? readRight(reviewAt, reviewId, who);
      known.set(reviewId, right);
      return right;
    },
  };
}

/** A review without an owner belongs to the administrators: one from before people signed in, or whose owner left. */
async function readRight(reviewAt: ReviewAt, reviewId: string, who: { id: string; administrator: boolean }): Promise<Right | null> {
  // Where it is not, it may have been a moment ago.
  const row =
    (await askRight(await reviewAt(reviewId), reviewId, who.id)) ?? (await askRight(await reviewAt(reviewId, true), reviewId, who.id));
  if (!row) return null;
  if (who.administrator && !row.owned) return 'manage';
  return row.role && RIGHT_OF[row.role];
}

async function askRight(em: EntityManager, reviewId: string, personId: string): Promise<{ role: Role | null; owned: boolean } | undefined> {
  const [row] = await em.execute<{ role: Role | null; owned: boolean }[]>(
    `select (select role from membership m where m.review_id = r.id and m.person_id = ?) as role,
       exists (select 1 from membership m where m.review_id = r.id and m.role = 'owner') as owned
     from review r where r.id = ?`,
    [personId, reviewId],
  );
  return row;
}
