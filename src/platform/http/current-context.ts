import 'server-only';
import { headers } from 'next/headers';
import type { Context } from '../context';
import { freshEm } from '../db/orm';
import { personOf } from '../sign-in/person';

/** The context of one request or action: who asks is read from its cookie. */
export async function currentContext(): Promise<Context> {
  const em = await freshEm();
  return { em, person: await personOf(await headers(), em.fork()), now: () => new Date() };
}
