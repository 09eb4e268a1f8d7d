/** tsx src/platform/db/migrate.ts [up|create NAME|check]: the schema only ever changes through migrations. */
import { readFile, writeFile } from 'node:fs/promises';
import { MikroORM } from '@mikro-orm/postgresql';
import { Client } from 'pg';
import PgBoss from 'pg-boss';
import { bringFilesIn, earlierFolder } from '../files/bring-in';
import { createQueue } from '../queue/queue';
import { databaseUrl } from './config';
import { grantToApplication } from './grants';
import { migratorConfig } from './migrator';

/**
 * Foreign keys are written in migrations alone: their columns begin with `review_id`, which the entities hold as a plain
 * value. The picture of the schema that new migrations are compared with is kept without them.
 */
async function forgetForeignKeys() {
  const file = 'src/platform/db/migrations/.snapshot.json';
  const before = await readFile(file, 'utf8').catch(() => null);
  if (before === null) return;
  const snapshot = JSON.parse(before) as { tables: { foreignKeys?: object }[] };
  for (const table of snapshot.tables) table.foreignKeys = {};
  const after = `${JSON.stringify(snapshot, null, 2)}\n`;
  if (after !== before) await writeFile(file, after);
}

const MIGRATION_LOCK = 20_261_128;

const [command = 'up', name] = process.argv.slice(2);
const orm = await MikroORM.init(migratorConfig({ snapshot: command !== 'up' }));
const migrator = orm.getMigrator();
try {
  if (command === 'create') {
    const initial = (await migrator.getExecutedMigrations()).length === 0 && (await migrator.getPendingMigrations()).length === 0;
    const made = await migrator.createMigration(undefined, false, initial, name);
    await forgetForeignKeys();
    console.log(made.fileName || 'no changes');
  } else if (command === 'check') {
    const differs = await migrator.checkMigrationNeeded();
    console.log(differs ? 'The schema differs from the migrations.' : 'The schema is what the migrations make.');
    process.exitCode = differs ? 1 : 0;
  } else {
    // Two starts at once: the second waits, and finds nothing left to do.
    const lock = new Client({ connectionString: databaseUrl() });
    await lock.connect();
    try {
      await lock.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
      const ran = await migrator.up();
      if (ran.length) console.log(`migrated: ${ran.map((m) => m.name).join(', ')}`);
      const boss = new PgBoss({ connectionString: databaseUrl(), schema: 'pgboss', supervise: false, schedule: false });
      await boss.start();
      await createQueue(boss);
      await boss.stop({ graceful: false });
      const brought = await bringFilesIn(orm.em.fork(), earlierFolder());
      if (brought) console.log(`${brought} files that an earlier version kept on disk were brought into the database`);
      if (process.env.APPLICATION_ROLE) await grantToApplication(orm.em.fork(), process.env.APPLICATION_ROLE);
    } finally {
      await lock.end();
    }
  }
} finally {
  await orm.close(true);
}
