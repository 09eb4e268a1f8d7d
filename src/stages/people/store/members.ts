import type { EntityManager } from '@mikro-orm/postgresql';
import { Membership, type Role } from '@/platform/db/schema';

export interface MemberLine {
  id: string;
  name: string;
  email: string;
  role: Role;
  since: string;
}

/** Who belongs to a review, owners first, then by name. */
export async function membersOf(em: EntityManager, reviewId: string): Promise<MemberLine[]> {
  const rows = await em.execute<(Omit<MemberLine, 'since'> & { since: string })[]>(
    `select p.id, p.name, p.email, m.role, m.since from membership m join person p on p.id = m.person_id
     where m.review_id = ? order by array_position(array['owner','editor','reviewer','reader'], m.role), lower(p.name), p.id`,
    [reviewId],
  );
  return rows.map((r) => ({ ...r, since: new Date(r.since).toISOString() }));
}

/** Makes somebody a member, or gives a member another role. Somebody in particular: nobody makes nobody one. */
export async function addMember(em: EntityManager, reviewId: string, personId: string | null, role: Role, since: Date): Promise<void> {
  if (!personId) return;
  await em.upsert(
    Membership,
    { reviewId, personId, role, since },
    { onConflictFields: ['reviewId', 'personId'], onConflictMergeFields: ['role'] },
  );
}

/** Whether the review would be without an owner if this person were none. */
export async function isLastOwner(em: EntityManager, reviewId: string, personId: string): Promise<boolean> {
  const owners = await em.find(Membership, { reviewId, role: 'owner' });
  return owners.length === 1 && owners[0]!.personId === personId;
}
