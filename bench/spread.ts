/** npm run bench -- spread: reviews on one database server and on two, under two web processes. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { MikroORM } from '@mikro-orm/postgresql';
import type { Context } from '@/platform/context';
import { databaseUrl, ormConfig } from '@/platform/db/config';
import { moveReview } from '@/platform/db/move-review';
import { closeOrms } from '@/platform/db/orm';
import { closeQueue } from '@/platform/queue/queue';
import { ANYBODY } from '@/platform/verbs/rights';
import { ensureBuild, runTypeScript, startWeb, stopProgram } from '../scripts/application.mjs';
import { freePort, startPostgres } from '../scripts/postgres.mjs';
import { aLargeReview } from './large-review';
import { deciding, fifty } from './people';
import { row } from './print';
import { MEASURED } from './signed-in';

const RECORDS = 10_000;

/** Three times the same: 25 people decide in one review and 25 in another: on one server, on two, and on one again. */
export async function spread() {
  ensureBuild();
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-spread-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const second = await startPostgres({ folder: join(folder, 'north'), firstPort: 54680, database: 'narrow_sieve_bench', durable: true });
  runTypeScript('src/platform/db/migrate.ts', ['up'], { DATABASE_URL: second.url });
  process.env.REVIEW_DATABASES = `north=${second.url}`;
  const home = await MikroORM.init(ormConfig());
  const north = await MikroORM.init(ormConfig(second.url, 'north'));
  const at = (orm: MikroORM) => (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const port = await freePort(53850);
  const address = `http://127.0.0.1:${port}`;
  const env = { DATABASE_URL: databaseUrl(), REVIEW_DATABASES: `north=${second.url}`, NARROW_SIEVE_DATA: folder };
  const web = await startWeb(port, { ...env, WEB_PROCESSES: '2', ...MEASURED });
  try {
    const one = await aLargeReview(at(home), folder, { VH: RECORDS });
    const two = await aLargeReview(at(home), folder, { QA: RECORDS });
    const people = await fifty(at(home), address, [one, two]);
    const [first, others] = [people.slice(0, 25), people.slice(25)];
    const both = (how: string, other: () => Context, from: number) =>
      Promise.all([
        deciding(at(home), address, one, first, `${how}: in one`, { from }),
        deciding(other, address, two, others, `${how}: in the other`, { from }),
      ]);
    await both('two reviews on one server', at(home), 0);
    const began = performance.now();
    const rows = await moveReview(two, 'north');
    row(
      `a review of ${RECORDS} records is moved to the second server`,
      `${rows} rows in ${((performance.now() - began) / 1000).toFixed(1)} s`,
    );
    await both('a review on each of two servers', at(north), 1000);
    await moveReview(two, 'home');
    // Processes get quicker in their first minutes: what is one server's doing shows when they are back.
    await both('both on one server again', at(home), 2000);
  } finally {
    await stopProgram(web);
    await closeQueue();
    for (const orm of [home, north]) await orm.close(true);
    await closeOrms();
    second.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
