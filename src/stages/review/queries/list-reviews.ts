import type { EntityManager } from '@mikro-orm/postgresql';
import type { Context } from '@/platform/context';
import { onEveryServer } from '@/platform/db/directory';
import type { Role } from '@/platform/db/schema';
import type { Person } from '@/platform/verbs/rights';

export interface ReviewLine {
  id: string;
  title: string;
  question: string;
  asOf: string;
  archived: boolean;
  records: number;
  works: number;
  decisions: number;
  role: Role | null;
  /** Where this person was last in it, below its address; null when they never were. */
  place: string | null;
}

interface Listed {
  reviews: ReviewLine[];
  /** Databases that did not answer just now: what lies there is not among them. */
  silent: string[];
}

/**
 * The reviews that somebody belongs to, newest first, with their sizes. Those without an owner belong to administrators.
 */
export async function listReviews({ em: home, person }: Context): Promise<Listed> {
  const { answers, silent } = await onEveryServer(home, (em) => listedIn(em, person));
  const found = answers.flat().sort((a, b) => Number(b.createdAt) - Number(a.createdAt));
  return { reviews: found.map(({ createdAt, ...review }) => review), silent: silent.map((s) => s.server) };
}

const listedIn = (em: EntityManager, person: Person): Promise<(ReviewLine & { createdAt: number })[]> =>
  em.execute(
    `select r.id, extract(epoch from r.created_at)::float as "createdAt", r.title, r.question, r.as_of as "asOf", r.archived_at is not null as archived,
       (select count(*)::int from active_record x where x.review_id = r.id) as records,
       (select count(distinct work_no)::int from work_record x where x.review_id = r.id and x.active) as works,
       (select count(*)::int from (select distinct on (work_no) verdict from decision d where d.review_id = r.id order by work_no, seq desc) l
         where l.verdict in ('keep', 'exclude', 'background')) as decisions,
       (select role from membership m where m.review_id = r.id and m.person_id = ?::uuid) as role,
       (select path from person_place p where p.review_id = r.id and p.person_id = ?::uuid) as place
     from review r
     where (?::uuid is null and ?) or exists (select 1 from membership m where m.review_id = r.id and m.person_id = ?::uuid)
       or (? and not exists (select 1 from membership m where m.review_id = r.id and m.role = 'owner'))
     order by r.created_at desc`,
    [person.id, person.id, person.id, person.admitted, person.id, person.administrator],
  );
