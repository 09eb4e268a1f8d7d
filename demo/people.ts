import type { EntityManager } from '@mikro-orm/postgresql';
import { Membership, PersonRow, type Role } from '@/platform/db/schema';

/** People of the demo: made up like everything in it. Whoever is at the machine may be any of them. */
export const DEMO_PEOPLE: readonly { id: string; name: string; role: Role; administrator: boolean }[] = [
  { id: '00000000-0000-4000-8000-000000000001', name: 'M. Okonjo', role: 'owner', administrator: false },
  { id: '00000000-0000-4000-8000-000000000002', name: 'R. Hulme-Penny', role: 'reviewer', administrator: false },
  { id: '00000000-0000-4000-8000-000000000003', name: 'S. Quillfeather', role: 'editor', administrator: true },
  { id: '00000000-0000-4000-8000-000000000004', name: 'J. Osterlow', role: 'reader', administrator: false },
];
export const DEMO_OWNER = DEMO_PEOPLE[0]!;

/** Makes the people that are not there yet. They have no password: they can be chosen while the demo runs, and never otherwise. */
export async function makeDemoPeople(em: EntityManager, at: Date): Promise<void> {
  for (const [i, { id, name, administrator }] of DEMO_PEOPLE.entries()) {
    if (await em.findOne(PersonRow, { id })) continue;
    const made = new Date(at.getTime() + i);
    const email = `${name.split(' ')[1]!.toLowerCase()}@demo.example`;
    em.create(PersonRow, { id, name, email, administrator, demo: true, createdAt: made, updatedAt: made });
  }
  await em.flush();
}

/** Lets the people of the demo into a review of it. */
export async function letIn(em: EntityManager, reviewId: string, at: Date): Promise<void> {
  for (const { id: personId, role } of DEMO_PEOPLE) {
    if (await em.findOne(Membership, { reviewId, personId })) continue;
    em.create(Membership, { reviewId, personId, role, since: at });
  }
  await em.flush();
}
