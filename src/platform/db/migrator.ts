import { Migrator } from '@mikro-orm/migrations';
import { defineConfig } from '@mikro-orm/postgresql';
import { ormConfig } from './config';

/** The ORM with its migrator: for the migration scripts only. */
export const migratorConfig = (url?: string) =>
  defineConfig({
    ...ormConfig(url),
    extensions: [Migrator],
    migrations: {
      path: './src/platform/db/migrations',
      pathTs: './src/platform/db/migrations',
      glob: '!(*.d).{js,ts}',
      emit: 'ts',
      snapshotName: '.snapshot',
      transactional: true,
      allOrNothing: true,
      silent: true,
    },
  });
