/** tsx src/platform/db/migrate.ts [up|create NAME|check]: the schema only ever changes through migrations. */
import { MikroORM } from '@mikro-orm/postgresql';
import PgBoss from 'pg-boss';
import { databaseUrl } from './config';
import { migratorConfig } from './migrator';

const [command = 'up', name] = process.argv.slice(2);
const orm = await MikroORM.init(migratorConfig());
const migrator = orm.getMigrator();
try {
  if (command === 'create') {
    const initial = (await migrator.getExecutedMigrations()).length === 0 && (await migrator.getPendingMigrations()).length === 0;
    const made = await migrator.createMigration(undefined, false, initial, name);
    console.log(made.fileName || 'no changes');
  } else if (command === 'check') {
    const differs = await migrator.checkMigrationNeeded();
    console.log(differs ? 'The schema differs from the migrations.' : 'The schema is what the migrations make.');
    process.exitCode = differs ? 1 : 0;
  } else {
    const ran = await migrator.up();
    if (ran.length) console.log(`migrated: ${ran.map((m) => m.name).join(', ')}`);
    const boss = new PgBoss({ connectionString: databaseUrl(), schema: 'pgboss', supervise: false, schedule: false });
    await boss.start();
    await boss.stop({ graceful: false });
  }
} finally {
  await orm.close(true);
}
