import { ANYBODY } from '@/platform/verbs/rights';
/**
 * 100,000 records of either merging corpus, in files of five formats, through the use cases of the application: all
 * imported, merged and classified in this process, as the worker does it, and every one of them accounted for.
 */

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { MikroORM } from '@mikro-orm/postgresql';
import { FORMATS, writeRecords } from '@/core/formats';
import { DEFAULT_PROFILE } from '@/core/parity';
import { emptyRecord, type RecordFormat } from '@/core/record';
import type { Context } from '@/platform/context';
import { ormConfig } from '@/platform/db/config';
import { Job } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { createReview } from '@/stages/question/commands/create-review';
import { mapColumns } from '@/stages/retrieve/commands/map-columns';
import { receiveFile } from '@/stages/retrieve/commands/receive-file';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { tableView } from '@/stages/retrieve/queries/table-view';
import { runJob } from '@/stages/run-job';
import { makeCorpus } from './merging/listings';
import { makeSecond } from './merging/second/listings';
import { row, seconds } from './print';

const RECORDS = 100_000;
/** Seeds that nothing else uses. */
const CORPORA = [
  { name: 'first', listed: () => makeCorpus(33_000, 20261129).listed },
  { name: 'second', listed: () => makeSecond(64_000, 20261130).listed },
] as const;
/** Which format each of a corpus's five databases hands out. */
const HANDED: readonly RecordFormat[] = ['nbib', 'ris', 'bibtex', 'marc', 'csv'];

export async function outside() {
  const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-bench-'));
  process.env.NARROW_SIEVE_DATA = folder;
  const orm = await MikroORM.init(ormConfig());
  const context = (): Context => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  try {
    for (const { name, listed } of CORPORA) {
      const records = listed().slice(0, RECORDS);
      const { id } = await createReview(context(), {
        ...{ title: 'Bench', question: '', kind: 'treatment-benefit', population: '', intervention: '', comparison: '', outcome: '' },
        ...{ asOf: '2026-09-14', scheme: 'ocebm-2011', person: 'Bench' },
      });
      for (const [i, database] of [...new Set(records.map((r) => r.database))].entries()) {
        const format = HANDED[i % HANDED.length]!;
        const saved = await saveDatabase(context(), id, { id: null, name: database, tag: `D${i}`, profile: DEFAULT_PROFILE });
        if (!saved.ok) throw new Error(saved.message);
        const own = records
          .filter((r) => r.database === database)
          .map(({ record }) => ({ record: { ...emptyRecord(format), ...record, format, extra: {} } }));
        const sent = await receiveFile(
          context(),
          id,
          { databaseId: saved.id },
          `${database}.${FORMATS[format].extension}`,
          Readable.from(pieces(writeRecords(format, own))),
        );
        if (!sent.ok) throw new Error(sent.message);
        if (!sent.waiting) continue;
        // A table waits until somebody has agreed to what its columns mean.
        const { mapping } = await tableView(context(), id, sent.fileId);
        const mapped = await mapColumns(context(), id, { fileId: sent.fileId, mapping });
        if (!mapped.ok) throw new Error(mapped.message);
      }
      const from = process.hrtime.bigint();
      const again = new Map<string, number>();
      for (;;) {
        const job = await context().em.findOne(Job, { reviewId: id, state: 'queued' }, { orderBy: { updatedAt: 'asc' } });
        if (!job) break;
        again.set(job.id, (again.get(job.id) ?? 0) + 1);
        await runJob(context(), id, job.id, true);
      }
      const took = seconds(from);
      const count = async (sql: string) => Number((await context().em.execute<[{ n: string }]>(sql, [id]))[0].n);
      const known = await count('select count(*) n from record where review_id = ?');
      const inWorks = await count('select count(distinct record_no) n from work_record where review_id = ? and active');
      const works = await count('select count(*) n from work where review_id = ? and absorbed_by is null');
      const aside = await count('select count(distinct record_no) n from set_aside where review_id = ?');
      const rejected = await count('select count(*) n from rejected_entry where review_id = ?');
      const failed = await count("select count(*) n from job where review_id = ? and state = 'failed'");
      const n = (value: number) => value.toLocaleString('en-GB');
      row(`${name} corpus, ${n(records.length)} records sent in ${HANDED.length} formats: read, rejected`, `${n(known)}, ${n(rejected)}`);
      row('  in works, set aside, in neither; works', `${n(inWorks)}, ${n(aside)}, ${n(known - inWorks - aside)}; ${n(works)}`);
      row('  jobs that failed, jobs that were begun again', `${failed}, ${[...again.values()].filter((times) => times > 1).length}`);
      row('  from the files to all classified', `${took.toFixed(0)} s`);
    }
    row('  most memory of the process, the generators included', `${Math.round(process.resourceUsage().maxRSS / 1000)} MB`);
  } finally {
    await closeQueue();
    await orm.close(true);
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Text in pieces of some size, as a browser sends it. */
function* pieces(texts: Iterable<string>): Generator<Buffer> {
  let held = '';
  for (const text of texts) {
    held += text;
    if (held.length > 1 << 18) {
      yield Buffer.from(held);
      held = '';
    }
  }
  yield Buffer.from(held);
}
