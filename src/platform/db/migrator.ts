import { Migrator } from '@mikro-orm/migrations';
import { defineConfig } from '@mikro-orm/postgresql';
import { ormConfig } from './config';

/** The ORM with its migrator: for the migration scripts only. */
/** @param snapshot whether the picture of the schema is kept beside the migrations: not where they only run */
export const migratorConfig = ({ snapshot }: { snapshot: boolean }) =>
  defineConfig({
    ...ormConfig(),
    extensions: [Migrator],
    migrations: {
      path: './src/platform/db/migrations',
      pathTs: './src/platform/db/migrations',
      glob: '!(*.d).{js,ts}',
      emit: 'ts',
      snapshotName: '.snapshot',
      snapshot,
      transactional: true,
      allOrNothing: true,
      silent: true,
    },
  });
