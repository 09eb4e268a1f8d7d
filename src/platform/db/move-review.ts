import { pipeline } from 'node:stream/promises';
import { Client } from 'pg';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';
import { LOCKS } from '../verbs/open-review';
import { serverOf, writePlace } from './directory';
import { servers, urlOf } from './servers';

/** Why a review was not moved; nothing has changed then. */
export class NotMoved extends Error {}

/**
 * Moves a review to another database, with all that belongs to it. People can go on in every other review meanwhile; who
 * changes something in this one waits, and is told that it is not there when it has gone. Broken off at any point it can
 * be begun anew: a copy that nobody is sent to is taken away first.
 * @returns how many rows were moved
 * @throws NotMoved when it cannot be moved now
 */
export async function moveReview(reviewId: string, to: string): Promise<number> {
  if (!servers().some((s) => s.name === to)) throw new NotMoved(`There is no database "${to}": name it in REVIEW_DATABASES.`);
  const from = await serverOf(reviewId);
  if (from === null) throw new NotMoved('There is no such review.');
  if (from === to) {
    const left = await takeAwayCopies(reviewId, to);
    if (left === 0) throw new NotMoved(`The review is on "${to}" already.`);
    return 0;
  }
  return withClients([from, to], async ([source, target]) => {
    await assertSameForm(source!, target!);
    await source!.query('begin');
    await keepOthersOut(source!, reviewId);
    await takeAway(target!, reviewId, source!);
    await target!.query('begin');
    await copyPeople(source!, target!, reviewId);
    let rows = 0;
    for (const { table, key, columns } of await tablesOf(source!)) {
      const out = source!.query(copyTo(`copy (select ${columns} from ${table} where ${key} = '${reviewId}') to stdout (format binary)`));
      const into = target!.query(copyFrom(`copy ${table} (${columns}) from stdin (format binary)`));
      await pipeline(out, into);
      rows += into.rowCount ?? 0;
    }
    await target!.query('commit');
    // From here on people are sent there.
    await writePlace(reviewId, to);
    await source!.query('select delete_review($1)', [reviewId]);
    await source!.query('commit');
    return rows;
  });
}

async function withClients<T>(names: readonly string[], work: (clients: Client[]) => Promise<T>): Promise<T> {
  const clients = names.map((name) => new Client({ connectionString: urlOf(name) }));
  try {
    for (const client of clients) await client.connect();
    return await work(clients);
  } finally {
    // What was begun and not committed is gone with its connection.
    for (const client of clients) await client.end().catch(() => {});
  }
}

async function assertSameForm(source: Client, target: Client): Promise<void> {
  const ran = async (client: Client) =>
    (await client.query('select name from mikro_orm_migrations order by name')).rows.map((r) => r.name).join();
  if ((await ran(source)) !== (await ran(target)))
    throw new NotMoved('The two databases are of different versions: start the application once, so that both are brought forward.');
}

const isIn = async (client: Client, reviewId: string): Promise<boolean> =>
  (await client.query('select 1 from review where id = $1', [reviewId])).rowCount === 1;

/** Whoever changes the review ends first, and nobody begins. Its row is held too: a row that refers to it waits for that. */
async function keepOthersOut(source: Client, reviewId: string): Promise<void> {
  for (const lock of LOCKS) await source.query('select pg_advisory_xact_lock(hashtext($1))', [`${lock}:${reviewId}`]);
  const { rows } = await source.query('select pg_try_advisory_xact_lock(hashtext($1)) as free', [`records:${reviewId}`]);
  const busy = await source.query("select 1 from job where review_id = $1 and state in ('queued', 'running')", [reviewId]);
  if (!rows[0].free || busy.rowCount) throw new NotMoved('Its records are being worked on. Wait until that is done, then move it.');
  await source.query('select 1 from review where id = $1 for update', [reviewId]);
}

/** Of people their names and addresses go along: no way in, and no office. */
async function copyPeople(source: Client, target: Client, reviewId: string): Promise<void> {
  const { rows } = await source.query(
    `select id, name, email, closed_at, created_at, updated_at from person
     where id in (select person_id from membership where review_id = $1 union select person_id from person_place where review_id = $1)`,
    [reviewId],
  );
  for (const { id, name, email, closed_at, created_at, updated_at } of rows)
    await target.query(
      `insert into person (id, name, email, closed_at, created_at, updated_at) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing`,
      [id, name, email, closed_at, created_at, updated_at],
    );
}

/** Every table that has rows of reviews, with its columns: one that is added later goes with them by itself. */
async function tablesOf(client: Client): Promise<{ table: string; key: string; columns: string }[]> {
  const { rows } = await client.query(
    `select c.relname as "table", case when c.relname = 'review' then 'id' else 'review_id' end as key,
       (select string_agg(quote_ident(a.attname), ', ' order by a.attnum) from pg_attribute a
         where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = '') as columns
     from pg_class c where c.relnamespace = 'public'::regnamespace and c.relkind = 'r'
       and (c.relname = 'review' or exists (select 1 from pg_attribute a where a.attrelid = c.oid and a.attname = 'review_id'))
     order by c.relname <> 'review', c.relname`,
  );
  return rows.map((r) => ({ ...r, table: `"${r.table}"` }));
}

/** Copies of a review where nobody is sent: a move was broken off when it was all but done. @returns how many */
async function takeAwayCopies(reviewId: string, except: string): Promise<number> {
  const others = servers()
    .map((s) => s.name)
    .filter((name) => name !== except);
  return withClients([except, ...others], async ([kept, ...clients]) => {
    let found = 0;
    for (const client of clients) if (await takeAway(client, reviewId, kept!)) found++;
    return found;
  });
}

/** What is only ever added to: a copy that holds more of any of these than the review has been worked on. */
const ADDED = ['record', 'decision', 'judgement', 'ruling', 'merge_ruling', 'sieve_version', 'review_change'];

/**
 * Takes a copy away, where there is one.
 * @throws NotMoved when something is in it that the review has not, as after an older backup was restored: that is for a person to see
 */
async function takeAway(client: Client, reviewId: string, kept: Client): Promise<boolean> {
  if (!(await isIn(client, reviewId))) return false;
  for (const table of ADDED) {
    const count = async (of: Client) =>
      Number((await of.query(`select count(*) as n from ${table} where review_id = $1`, [reviewId])).rows[0].n);
    const [theirs, ours] = [await count(client), await count(kept)];
    if (theirs > ours)
      throw new NotMoved(
        `The review stands in both databases, and the copy that nobody is sent to has more of "${table}" (${theirs}, not ${ours}). Nothing was taken away.`,
      );
  }
  await client.query('select delete_review($1)', [reviewId]);
  return true;
}
