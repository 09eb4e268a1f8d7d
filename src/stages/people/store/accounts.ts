import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { Membership, PersonCredential, PersonPlace, PersonRow, PersonSession, SecondFactor } from '@/platform/db/schema';
import { hashPassword, LONGEST_PASSWORD, SHORTEST_PASSWORD } from '@/platform/sign-in/passwords';
import { runSettings } from '@/platform/sign-in/settings';

export const Name = z.string().trim().min(1, 'Say your name: it stands beside everything you do.').max(120);
export const Email = z
  .email('This is no e-mail address.')
  .max(254)
  .transform((e) => e.toLowerCase());
export const Password = z
  .string()
  .min(SHORTEST_PASSWORD, `A password has at least ${SHORTEST_PASSWORD} characters.`)
  .max(LONGEST_PASSWORD, `A password has at most ${LONGEST_PASSWORD} characters.`);

interface NewAccount {
  name: string;
  email: string;
  /** Null: they cannot sign in by a password, as the people of the demo. */
  password: string | null;
  administrator?: boolean;
  demo?: boolean;
}

/** An account of its own. @returns null when there is one with this e-mail */
export async function makeAccount(em: EntityManager, at: Date, account: NewAccount): Promise<string | null> {
  const { name, email, password, administrator = false, demo = false } = account;
  if (await em.findOne(PersonRow, { email })) return null;
  const id = randomUUID();
  const times = { createdAt: at, updatedAt: at };
  em.create(PersonRow, {
    ...{ id, name, email, administrator, demo, ...times },
    emailVerified: false,
    twoFactorEnabled: false,
    closedAt: null,
  });
  if (password !== null) em.create(PersonCredential, await credential(id, password, at));
  await em.flush();
  return id;
}

const credential = async (personId: string, password: string, at: Date) => ({
  ...{ id: randomUUID(), personId, providerId: 'credential', accountId: personId },
  ...{ password: await hashPassword(password), createdAt: at, updatedAt: at },
});

/** Sets a password anew: whoever is signed in under the account is signed out, wherever they are. */
export async function setPassword(em: EntityManager, at: Date, personId: string, password: string): Promise<void> {
  await em.nativeDelete(PersonCredential, { personId, providerId: 'credential' });
  em.create(PersonCredential, await credential(personId, password, at));
  await em.nativeDelete(PersonSession, { personId });
  await em.flush();
}

/**
 * Closes an account: it is a name from now on, without an address, a password or a way in. What was done under the name
 * stays, and it belongs to no review any more.
 */
export async function closeAccount(em: EntityManager, at: Date, personId: string): Promise<void> {
  for (const kept of [PersonSession, PersonCredential, SecondFactor, Membership, PersonPlace])
    await em.nativeDelete(kept as typeof PersonSession, { personId });
  await em.nativeUpdate(
    PersonRow,
    { id: personId },
    { email: `closed-${personId}@invalid`, administrator: false, twoFactorEnabled: false, emailVerified: false, demo: false, closedAt: at },
  );
}

/** Whether nobody else could let anybody in. People of the demo can, while it runs, and never otherwise. */
export async function isLastAdministrator(em: EntityManager, personId: string): Promise<boolean> {
  const others = runSettings().demo ? {} : { demo: false };
  const administrators = await em.find(PersonRow, { administrator: true, closedAt: null, ...others });
  return administrators.length === 1 && administrators[0]!.id === personId;
}

/** Reviews that would be without an owner if this person were gone. */
export async function ownedAlone(em: EntityManager, personId: string): Promise<{ id: string; title: string }[]> {
  return em.execute(
    `select r.id, r.title from membership m join review r on r.id = m.review_id
     where m.person_id = ? and m.role = 'owner'
       and not exists (select 1 from membership o where o.review_id = m.review_id and o.role = 'owner' and o.person_id <> m.person_id)`,
    [personId],
  );
}
