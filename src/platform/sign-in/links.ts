import { createHash, randomBytes } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { OneTimeLink } from '../db/schema';

const HOUR = 3600_000;
/** How long a link holds: long enough for a letter to be read, for a password no longer than needed. */
const HOLDS: Readonly<Record<OneTimeLink['kind'], number>> = {
  ...{ administrator: 7 * 24 * HOUR, account: 7 * 24 * HOUR, review: 14 * 24 * HOUR, password: 24 * HOUR },
};

const hashOf = (word: string): string => createHash('sha256').update(word).digest('hex');

type Made = Pick<OneTimeLink, 'kind' | 'label' | 'madeBy'> & Partial<Pick<OneTimeLink, 'reviewId' | 'role' | 'personId'>>;

/** Makes a link. @returns the word in it, which is not kept */
export async function makeLink(em: EntityManager, at: Date, made: Made): Promise<string> {
  const word = randomBytes(24).toString('base64url');
  em.create(OneTimeLink, {
    ...{ reviewId: null, role: null, personId: null },
    ...made,
    hash: hashOf(word),
    madeAt: at,
    expiresAt: new Date(at.getTime() + HOLDS[made.kind]),
    usedAt: null,
  });
  await em.flush();
  return word;
}

/** A link that can still be used. */
export async function findLink(em: EntityManager, at: Date, word: string): Promise<OneTimeLink | null> {
  return em.findOne(OneTimeLink, { hash: hashOf(word), usedAt: null, expiresAt: { $gt: at } });
}

/** Uses a link up. @returns false when somebody was faster */
export async function spendLink(em: EntityManager, at: Date, link: OneTimeLink): Promise<boolean> {
  return (await em.nativeUpdate(OneTimeLink, { hash: link.hash, usedAt: null }, { usedAt: at })) === 1;
}

export const linkAddress = (publicUrl: string, word: string): string => `${publicUrl}/link/${word}`;
