import { ANYBODY } from '@/platform/verbs/rights';
/**
 * From a file to rows in PostgreSQL, beside the bare COPY of the same rows into a table like it, in the same run. It
 * wants DATABASE_URL, and works in a database of its own that it drops again.
 */

import { createReadStream, createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { MikroORM } from '@mikro-orm/postgresql';
import { Client } from 'pg';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { Context } from '@/platform/context';
import { ormConfig } from '@/platform/db/config';
import { Job } from '@/platform/db/schema';
import { progressOf } from '@/platform/queue/progress';
import { closeQueue } from '@/platform/queue/queue';
import { createReview } from '@/stages/question/commands/create-review';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { importFile } from '@/stages/retrieve/jobs/import-file';
import { row, seconds } from './print';
import { type SHAPES, writeSeeded } from './seeded-files';

/** The last is what the figure is given of; the first shows how cost grows. */
const SIZES = [10_000, 100_000] as const;

export async function importing(formats: readonly (keyof typeof SHAPES)[]) {
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  /** Seconds from a seeded file to its rows, and of the bare COPY of them. */
  const oneFile = async (format: keyof typeof SHAPES, records: number) => {
    const path = join(folder, `${records}.${format}`);
    writeSeeded(path, format, records);
    const { id } = await createReview(context(), {
      ...{ title: 'Bench', question: '', kind: 'treatment-benefit', population: '', intervention: '', comparison: '', outcome: '' },
      ...{ asOf: '2026-09-14', scheme: 'ocebm-2011', person: 'Bench' },
    });
    const database = await saveDatabase(context(), id, { id: null, name: 'Vellmora', tag: 'VH', profile: DEFAULT_PROFILE });
    if (!database.ok) throw new Error(database.message);
    const received = await receiveFile(context(), id, { databaseId: database.id }, 'big', createReadStream(path));
    if (!received.ok) throw new Error(received.message);
    const job = await orm.em.fork().findOneOrFail(Job, { reviewId: id, kind: 'import-file' });
    const from = process.hrtime.bigint();
    await importFile(context(), id, received.fileId, progressOf(context(), id, job.id));
    const ours = seconds(from);
    return { ours, bare: await bareCopy(client, join(folder, 'rows'), id) };
  };
  try {
    for (const format of formats) {
      const each: number[] = [];
      for (const size of SIZES) {
        const { ours, bare } = await oneFile(format, size);
        each.push(ours / size);
        row(
          `${format} file to ${size.toLocaleString('en-GB')} records in PostgreSQL, with claims and merge keys; bare COPY of the same rows`,
          `${ours.toFixed(1)} s; ${bare.toFixed(1)} s; ${(ours / bare).toFixed(2)} times`,
        );
      }
      row('  growth: a record of the larger, times one of the smaller', (each[1]! / each[0]!).toFixed(2));
    }
    row('most memory of the importing process', `${Math.round(process.resourceUsage().maxRSS / 1000)} MB`);
  } finally {
    await client.end();
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Seconds that COPY takes for the rows of a review, into tables like theirs. */
async function bareCopy(client: Client, copied: string, id: string): Promise<number> {
  let taken = 0;
  for (const table of ['record', 'record_claims', 'merge_key']) {
    await pipeline(client.query(copyTo(`copy (select * from ${table} where review_id = '${id}') to stdout`)), createWriteStream(copied));
    await client.query(`create table bench_rows (like ${table} including all)`);
    const from = process.hrtime.bigint();
    await client.query('begin');
    await pipeline(createReadStream(copied, { highWaterMark: 1 << 18 }), client.query(copyFrom('copy bench_rows from stdin')));
    await client.query('commit');
    taken += seconds(from);
    await client.query('drop table bench_rows');
  }
  return taken;
}
