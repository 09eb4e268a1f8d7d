import { defineConfig } from '@mikro-orm/postgresql';
import { entities } from './schema';

/** @throws Error when no server is named: the start command, the tests and the CLI scripts set it. */
export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set. Start the application with "npm run demo", which sets it.');
  return url;
}

/**
 * Run-time options (web, worker, tests). The migrator is configured apart, to keep it out of the application.
 * @param contextName of its own for each database: inside a transaction the ORM takes every entity manager of one name for
 *   that of the transaction
 */
export const ormConfig = (url = databaseUrl(), contextName = 'home') =>
  defineConfig({
    clientUrl: url,
    contextName,
    entities,
    metadataCache: { enabled: false },
    forceUtcTimezone: true,
    pool: { min: 0, max: 10 },
    // Tables of the job queue are not ours to change.
    schemaGenerator: { ignoreSchema: ['pgboss'] },
  });
