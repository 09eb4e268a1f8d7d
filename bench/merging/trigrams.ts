import { Client } from 'pg';
import { seconds } from '../print';
import { makeCorpus } from './listings';

/**
 * Pairs of titles that share half of their three-letter pieces, by PostgreSQL's own extension with its index: what one
 * could use that knows nothing of records. Wants DATABASE_URL.
 * @returns seconds and pairs, or null where the server lacks the extension
 */
export async function trigrams(records: number): Promise<{ took: number; pairs: number } | null> {
  const titles = makeCorpus(Math.ceil((records / 3.15) * 1.02), 4)
    .listed.slice(0, records)
    .map((l) => l.record.title);
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  try {
    const known = await client.query("select 1 from pg_available_extensions where name = 'pg_trgm'");
    if (known.rowCount === 0) return null;
    await client.query('create extension if not exists pg_trgm');
    const from = process.hrtime.bigint();
    await client.query('create temporary table titles as select * from unnest($1::text[]) with ordinality as t (title, no)', [titles]);
    await client.query('create index on titles using gin (title gin_trgm_ops)');
    await client.query('analyze titles');
    await client.query('set pg_trgm.similarity_threshold = 0.5');
    const found = await client.query<{ pairs: string }>(
      'select count(*) as pairs from titles a join titles b on b.title % a.title where b.no > a.no',
    );
    return { took: seconds(from), pairs: Number(found.rows[0]!.pairs) };
  } finally {
    await client.end();
  }
}
