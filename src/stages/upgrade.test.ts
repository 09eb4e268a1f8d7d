import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { gunzipSync } from 'node:zlib';
import { openTestDatabase, type TestDatabase } from '@/testing/database';
import { findPostgres } from '../../scripts/postgres.mjs';
import { auditLines } from './checks/queries/audit';
import { classifyOutdated } from './classify';
import { classifyView } from './classify/queries/classify-view';
import { decideWork } from './decide/commands/decide';
import { ledger, ledgerInput } from './decide/queries/ledger';
import { reviewState } from './decide/store/review-state';
import { mergeView } from './merge/queries/merge-view';
import { retrieveView } from './retrieve/queries/retrieve-view';
import { writeBundle } from './review/bundle/write';
import { overview } from './review/queries/overview';
import { parityView } from './sieve/queries/parity-view';
import { versionsOf } from './sieve/queries/sieve-versions';
import { workDetail } from './works/queries/work-detail';
import { writeUpData } from './write-up/queries/data';

/**
 * Databases as earlier versions left them: each the demo of its day with forty entries a file, as `pg_dump` wrote it,
 * queue included. The version before the newest migration is the last.
 */
const FOLDER = 'src/testing/stored/databases';
const FORMS = readdirSync(FOLDER).sort();

function restore(file: string) {
  return (url: string) => {
    const sql = Buffer.concat([Buffer.from('drop schema public;\n'), gunzipSync(readFileSync(join(FOLDER, file)))]);
    execFileSync(join(findPostgres()!, 'psql'), ['-X', '-q', '-v', 'ON_ERROR_STOP=1', url], {
      input: sql,
      stdio: ['pipe', 'ignore', 'inherit'],
    });
  };
}
const migrate = (url: string) =>
  execFileSync(process.execPath, ['--import', 'tsx', 'src/platform/db/migrate.ts'], {
    env: { ...process.env, DATABASE_URL: url },
    encoding: 'utf8',
  });

/** What people did, and what they brought: all of it must be there afterwards, word for word. */
const WORDS: Readonly<Record<string, string>> = {
  record: 'select review_id, no, raw, item from record order by 1, 2',
  decision: 'select review_id, work_no, seq, verdict, reason_text, grounds, person, at from decision order by 1, 2, 3',
  sieve_version: 'select review_id, number, limiters, person, at from sieve_version order by 1, 2',
  rejected_entry: 'select review_id, file_id, ordinal, raw from rejected_entry order by 1, 2, 3',
  criterion: 'select review_id, id, text, definition from criterion order by 1, 2',
  merge_ruling: 'select review_id, seq, verdict, reason, person from merge_ruling order by 1, 2',
  ruling: 'select review_id, seq, axis, codes, reason, person from ruling order by 1, 2',
};
async function words(db: TestDatabase) {
  const { em } = db.context();
  const tables = await em.execute<{ name: string }[]>(`select tablename as name from pg_tables where schemaname = 'public'`);
  const there = new Set(tables.map((t) => t.name));
  const found: Record<string, unknown[]> = {};
  for (const [table, sql] of Object.entries(WORDS)) if (there.has(table)) found[table] = await em.execute(sql);
  return found;
}

test('there is a database of every version that landed with a schema of its own', () => expect(FORMS.length).toBeGreaterThan(10));

test.each(FORMS)('%s is brought forward: nothing is lost, and every stage answers', async (file) => {
  const db = await openTestDatabase(restore(file));
  try {
    const before = await words(db);
    expect(before.record!.length).toBeGreaterThan(50);
    migrate(process.env.DATABASE_URL!);
    // The way is the same for all; the pages that take longest are asked of the oldest and the newest.
    const whole = file === FORMS[0] || file === FORMS.at(-1);
    // A second start finds nothing to do.
    if (whole) expect(migrate(process.env.DATABASE_URL!)).not.toMatch(/migrated/);
    const reviews = await db.context().em.execute<{ id: string }[]>('select id from review order by created_at');
    await classifyOutdated(db.context());
    for (const { id } of reviews) await db.work(id);
    const after = await words(db);
    for (const [table, rows] of Object.entries(before)) expect([table, after[table]]).toEqual([table, rows]);
    for (const { id } of reviews) {
      const ctx = () => db.context();
      const figures = await overview(ctx(), id);
      expect(figures.identities.filter((i) => !i.holds)).toEqual([]);
      expect([figures.working, figures.aside]).toEqual([false, 0]);
      const state = await reviewState(ctx(), id);
      const [first] = state.columns.numbers;
      await Promise.all([retrieveView(ctx(), id), mergeView(ctx(), id), classifyView(ctx(), id), workDetail(ctx(), id, first!)]);
      await Promise.all([versionsOf(ctx(), id), ledger(ctx(), id, ledgerInput({})), auditLines(ctx(), id)]);
      if (whole) {
        await parityView(ctx(), id);
        expect((await writeUpData(ctx(), id)).methods.length).toBeGreaterThan(0);
        expect((await buffer(await writeBundle(ctx(), id))).length).toBeGreaterThan(1000);
      }
      // And one can go on.
      const { seenSeq } = await workDetail(ctx(), id, first!);
      expect(await decideWork(ctx(), id, { workNo: first!, verdict: 'wait', reasonCode: '', grounds: '', seenSeq })).toMatchObject({
        ok: true,
      });
    }
  } finally {
    await db.close();
  }
});
