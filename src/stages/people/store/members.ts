import type { EntityManager } from '@mikro-orm/postgresql';
import { freshEm } from '@/platform/db/orm';
import { Membership, PersonRow, ROLES, type Role } from '@/platform/db/schema';

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

/** Makes somebody a member. Who is one already keeps a role that may do more: a link takes nothing away. */
export async function addMember(em: EntityManager, reviewId: string, personId: string | null, role: Role, since: Date): Promise<void> {
  if (!personId) return;
  await copyPerson(em, personId);
  const known = await em.findOne(Membership, { reviewId, personId });
  if (!known) em.create(Membership, { reviewId, personId, role, since });
  else if (ROLES.indexOf(role) < ROLES.indexOf(known.role)) known.role = role;
  await em.flush();
}

/**
 * Where people do not sign in, a copy of who belongs to a review there stands beside it: the name and the e-mail, with no
 * way in and no office.
 */
export async function copyPerson(em: EntityManager, id: string): Promise<void> {
  if (await em.count(PersonRow, { id })) return;
  const { name, email, createdAt, updatedAt } = await (await freshEm()).findOneOrFail(PersonRow, { id });
  em.create(PersonRow, { id, name, email, createdAt, updatedAt });
  await em.flush();
}

/** Whether the review would be without an owner if this person were none. */
export async function isLastOwner(em: EntityManager, reviewId: string, personId: string): Promise<boolean> {
  const owners = await em.find(Membership, { reviewId, role: 'owner' });
  return owners.length === 1 && owners[0]!.personId === personId;
}
