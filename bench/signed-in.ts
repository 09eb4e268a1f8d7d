import type { EntityManager } from '@mikro-orm/postgresql';
import { PersonRow } from '@/platform/db/schema';

/** Whoever measures: a person of the demo, who may do everything in reviews that nobody owns, as those of the benches. */
const MEASURER = '00000000-0000-4000-8000-0000000000be';
/** What a web server that is measured is started with, so that whoever measures can sign in. */
export const MEASURED = { NARROW_SIEVE_DEMO: '1' };

export interface Cookie {
  name: string;
  value: string;
  domain: string;
  path: string;
}

/**
 * Signs in at a web server on loopback; every request of this process to it is then that person's.
 * @returns the cookies, for a browser
 */
export async function signIn(em: EntityManager, address: string): Promise<Cookie[]> {
  const at = new Date();
  if (!(await em.findOne(PersonRow, { id: MEASURER })))
    await em.insert(PersonRow, {
      ...{ id: MEASURER, name: 'Bench', email: 'bench@demo.example', administrator: true, demo: true, createdAt: at, updatedAt: at },
      ...{ emailVerified: false, twoFactorEnabled: false },
    });
  const answer = await fetch(`${address}/api/people/demo`, {
    ...{ method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ person: MEASURER }) },
  });
  if (!answer.ok) throw new Error(`Nobody could be signed in: ${await answer.text()}`);
  const cookies = answer.headers.getSetCookie().map((c) => c.split(';')[0]!);
  const plain = globalThis.fetch;
  globalThis.fetch = (input, init = {}) => {
    if (typeof input !== 'string' || !input.startsWith(address)) return plain(input, init);
    return plain(input, { ...init, headers: { ...(init.headers as Record<string, string> | undefined), cookie: cookies.join('; ') } });
  };
  return cookies.map((c) => {
    const [name, value] = c.split(/=(.*)/s) as [string, string];
    return { name, value, domain: '127.0.0.1', path: '/' };
  });
}
