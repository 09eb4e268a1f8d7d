import { execFileSync } from 'node:child_process';

/** Migrates the template database once; a child process, because the migrator loads its files with a native import. */
export default function setup() {
  if (!process.env.DATABASE_URL) throw new Error('Run the tests with "npm test": it starts PostgreSQL and sets DATABASE_URL.');
  execFileSync(process.execPath, ['--import', 'tsx', 'src/platform/db/migrate.ts'], { stdio: ['ignore', 'ignore', 'inherit'] });
}
