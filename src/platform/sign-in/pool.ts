import { Pool } from 'pg';
import { databaseUrl } from '../db/config';
import { log } from '../log';

const shared = globalThis as typeof globalThis & { __narrowSieveSignInPool?: Pool };

/** A few connections for the packages that speak to the database by themselves. */
export function signInPool(): Pool {
  if (!shared.__narrowSieveSignInPool) {
    const pool = new Pool({ connectionString: databaseUrl(), max: 6 });
    // A server that goes away is no reason to end: whoever asks next connects anew.
    pool.on('error', (error) => log.warn({ error }, 'a connection for signing in was lost'));
    shared.__narrowSieveSignInPool = pool;
  }
  return shared.__narrowSieveSignInPool;
}

export async function closeSignInPool(): Promise<void> {
  await shared.__narrowSieveSignInPool?.end();
  shared.__narrowSieveSignInPool = undefined;
}
