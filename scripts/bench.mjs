/** npm run bench [-- PART]: measures on a throw-away database of its own. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { runTypeScript, TSX, WORKER_MEMORY } from './application.mjs';
import { findPostgres, startPostgres } from './postgres.mjs';
import { checkNode, ensurePackages, ensurePostgres, main, ROOT, run } from './system.mjs';

await main(async () => {
  checkNode();
  ensurePackages();
  ensurePostgres(findPostgres);
  // Durable, as the application's own database is: the figures are what people wait for.
  // A new one each time: what an earlier run left behind would be worked on, and stand in the way of others' figures.
  const folder = join(ROOT, '.data', 'bench', `run-${process.pid}`);
  const database = await startPostgres({
    folder,
    firstPort: 54600,
    database: 'narrow_sieve_bench',
    durable: true,
  });
  try {
    runTypeScript('src/platform/db/migrate.ts', ['up'], { DATABASE_URL: database.url });
    run(process.execPath, [...WORKER_MEMORY, ...TSX, 'bench/main.ts', ...process.argv.slice(2)], {
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: database.url },
    });
  } finally {
    database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
